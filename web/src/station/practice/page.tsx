import {
  gaugeScale,
  feet,
  psi,
  foldLoad,
  holdBand,
  LESSONS,
  lessonSetup,
  lessonTarget,
  NEEDLES,
  reviewPractice,
  showClock,
  traceOf,
  type Finding,
  type Lesson,
} from '@kelvit/core'
import { useEffect, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { useHousehold } from '../../household/session'
import { useTimes } from '../../household/words'
import { NeedleTrace } from '../../chart/needle-trace'
import { PressureTrace } from '../../chart/pressure-trace'
import { LoadPanel } from '../../load/load-panel'
import { viewLoad } from '../../load/load-view'
import { PracticeVoice } from '../../load/use-stove'
import { Button } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel, type Rim } from '../../ui/panel'
import { Drawing } from './drawing'
import { Knob } from './knob'
import { practiceCanner, practiceLoad } from './practice-load'
import { atOf, usePractice, type Run } from './use-practice'
import { useRocking } from './use-rocking'

export function Page() {
  const [search, setSearch] = useSearchParams()
  const lesson = LESSONS.find((l) => l.id === search.get('lesson'))
  return (
    <Sheet
      question="Practice without steam"
      aside="Nothing here is recorded, and it makes no jars."
      actions={lesson && <Button onClick={() => setSearch({})}>All lessons</Button>}
    >
      {lesson ? (
        <AtTheCanner key={lesson.id} lesson={lesson} />
      ) : (
        <Lessons choose={(l) => setSearch({ lesson: l.id })} />
      )}
    </Sheet>
  )
}

/** The lesson with nothing wrong: the others are held against it. */
const PLAIN_LESSON = 'first-load'
const LONGEST_MIN = Math.max(...Object.values(NEEDLES).map((n) => n.length))

/** A ladder, from water alone upwards: what each fault does to the needle is seen before it is met. */
function Lessons({ choose }: { readonly choose: (lesson: Lesson) => void }) {
  return (
    <>
      <p className="mb-4 max-w-prose leading-relaxed text-ink-soft">
        The line is the needle over the evening. The grey shape behind it is seven quarts with
        nothing wrong. The dashed line is what the needle has to show.
      </p>
      <ol className="relative flex flex-col gap-3 before:absolute before:inset-y-6 before:left-[1.32rem] before:w-0.5 before:bg-rim">
        {LESSONS.map((l, i) => (
          <li key={l.id} className="relative grid grid-cols-[2.75rem_minmax(0,1fr)] gap-x-3">
            <span
              aria-hidden
              className="mt-4 grid size-11 place-items-center rounded-full border-2 border-rim bg-crock font-head text-lg font-semibold"
            >
              {i + 1}
            </span>
            <Panel
              rim="plain"
              className="grid grid-cols-[minmax(0,1fr)] items-center gap-x-6 gap-y-3 py-4 md:grid-cols-[minmax(0,1fr)_minmax(0,22rem)_auto]"
            >
              <div>
                <h2 className="text-xl">{l.title}</h2>
                <p className="leading-relaxed">{l.about}</p>
                <p className="text-[15px] text-ink-soft">
                  {l.options.jars === 0 ? 'no jars' : `${l.options.jars} quarts`}, by{' '}
                  {l.gauge === 'dial' ? 'dial' : 'weight'}, {l.minutes} minutes to hold
                </p>
              </div>
              <NeedleTrace
                shown={NEEDLES[l.id] ?? []}
                plain={l.id === PLAIN_LESSON ? undefined : NEEDLES[PLAIN_LESSON]}
                target={lessonTarget(l)}
                minutes={LONGEST_MIN}
              />
              <Button
                look={i === 0 ? 'main' : 'plain'}
                className="justify-self-start"
                aria-label={`Practice: ${l.title}`}
                onClick={() => choose(l)}
              >
                Practice
              </Button>
            </Panel>
          </li>
        ))}
      </ol>
    </>
  )
}

const SPEEDS = [0, 1, 5, 20, 60, 120] as const

function AtTheCanner({ lesson }: { readonly lesson: Lesson }) {
  const [speed, setSpeed] = useState(1)
  const [over, setOver] = useState(false)
  const { run, say, turn, again } = usePractice(lesson, over ? 0 : speed)
  const { household } = useHousehold()
  const canner = useMemo(() => practiceCanner(lesson), [lesson])
  const load = useMemo(() => practiceLoad(lesson, run.events), [lesson, run.events])
  // Nothing is looked up anew: the lesson says what it runs at.
  const seen = viewLoad(
    load,
    [canner],
    { ...household, altitudeFt: feet(lesson.options.altitudeFt) },
    atOf(run),
  )
  const view = { ...seen, fresh: undefined }
  const phone = usePhone(lesson, run.canner.seconds)
  useRocking(run.canner.rocking && speed > 0 && !over && !phone.ringing, run.canner.plumeKgS)
  const ended = ['standing', 'checked', 'aborted'].includes(view.state.stage)
  useEffect(() => {
    if (ended) setOver(true)
  }, [ended])
  const restart = (): void => {
    setOver(false)
    again()
  }
  if (over) return <Review run={run} lesson={lesson} again={restart} />
  const { weightOn, lidOff = false, heat } = run.controls
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
      <Panel rim="running" label="The practice canner" className="flex flex-col gap-3">
        <header className="flex flex-wrap items-center gap-x-4">
          <h2>{lesson.title}</h2>
          <Button size="small" look="quiet" className="-my-2 ml-auto" onClick={() => setOver(true)}>
            End and review
          </Button>
        </header>
        <p className="text-[15px] leading-relaxed text-ink-soft">{lesson.about}</p>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-3">
          <div className="min-w-64 flex-1">
            <Drawing s={run.canner} lesson={lesson} weightOn={weightOn} lidOff={lidOff} />
          </div>
          <div className="grid w-full grid-cols-2 gap-2 sm:w-44 sm:grid-cols-1">
            <div className="col-span-2 sm:col-span-1">
              <Knob value={heat} onChange={(v) => turn({ heat: v })} />
            </div>
            <Button onClick={() => turn({ weightOn: !weightOn })}>
              {weightOn ? 'Take weight off' : 'Put weight on'}
            </Button>
            <Button onClick={() => turn({ lidOff: !lidOff })}>
              {lidOff ? 'Put lid on' : 'Take lid off'}
            </Button>
          </div>
        </div>
        <Speeds speed={speed} setSpeed={setSpeed} passed={run.canner.seconds} />
      </Panel>
      {phone.ringing ? (
        <Phone answer={phone.answer} ignore={phone.ignore} talking={phone.talking} />
      ) : (
        <PracticeVoice value={say}>
          <LoadPanel view={view} />
        </PracticeVoice>
      )}
    </div>
  )
}

function Speeds({
  speed,
  setSpeed,
  passed,
}: {
  readonly speed: number
  readonly setSpeed: (speed: number) => void
  /** Since the lesson began, s. */
  readonly passed: number
}) {
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-rim pt-3">
      <div
        role="group"
        aria-label="How fast time passes"
        className="grid grow grid-cols-3 gap-1.5 sm:flex"
      >
        {SPEEDS.map((s) => (
          <Button
            key={s}
            size="small"
            aria-pressed={s === speed}
            look={s === speed ? 'main' : 'plain'}
            onClick={() => setSpeed(s)}
          >
            {s === 0 ? 'Pause' : `${s}×`}
          </Button>
        ))}
      </div>
      <p className="tabular ml-auto text-ink-soft">{showClock(Math.floor(passed))}</p>
    </div>
  )
}

/** How long somebody talks, s of the practice clock. */
const TALK_S = 240

/** The call in the middle of a lesson: while it is answered the stove is out of sight. */
function usePhone(lesson: Lesson, seconds: number) {
  const [ignored, setIgnored] = useState(false)
  const [answered, setAnswered] = useState<number>()
  const due = lesson.phoneAtS !== undefined && seconds >= lesson.phoneAtS
  const talking = answered !== undefined && seconds < answered + TALK_S
  return {
    ringing: due && !ignored && (answered === undefined || talking),
    talking,
    answer: () => setAnswered(seconds),
    ignore: () => setIgnored(true),
  }
}

function Phone({
  answer,
  ignore,
  talking,
}: {
  readonly answer: () => void
  readonly ignore: () => void
  readonly talking: boolean
}) {
  return (
    <Panel rim="due" label="The phone" className="flex flex-col gap-4">
      <h2>{talking ? 'You are on the phone' : 'The phone rings'}</h2>
      <p className="leading-relaxed">
        {talking
          ? 'Somebody is telling a long story. The stove is in the other room.'
          : 'The canner is under pressure. Nobody else is in the kitchen.'}
      </p>
      <div className="flex gap-3">
        {!talking && <Button onClick={answer}>Answer it</Button>}
        <Button look="main" onClick={ignore}>
          {talking ? 'Hang up and go back' : 'Let it ring'}
        </Button>
      </div>
    </Panel>
  )
}

const RIMS: Readonly<Record<Finding['kind'], Rim>> = { held: 'done', lost: 'stop', try: 'plain' }
const HEADS: Readonly<Record<Finding['kind'], string>> = {
  held: 'What went well',
  lost: 'What went wrong',
  try: 'What to try',
}

function Review({
  run,
  lesson,
  again,
}: {
  readonly run: Run
  readonly lesson: Lesson
  readonly again: () => void
}) {
  const { time } = useTimes()
  const { household } = useHousehold()
  const setup = lessonSetup(lesson)
  const state = foldLoad(setup, run.events)
  const found = reviewPractice(setup, state, run.samples, run.canner, household.units)
  return (
    <div className="flex flex-col gap-5">
      <Panel label="Pressure over time">
        <h2 className="mb-1">{lesson.title}: pressure over time</h2>
        <p className="mb-3 text-ink-soft">
          The line is the dial at every moment. This was practice: no food was processed.
        </p>
        <PressureTrace
          {...traceOf(setup, run.events, state, atOf(run))}
          from={run.began}
          now={atOf(run)}
          live={false}
          readings={run.samples.map((s) => ({ at: s.at, psi: psi(s.dialPsi) }))}
          band={holdBand(setup, 1)}
          time={time}
          gauge={gaugeScale(household.units)}
        />
      </Panel>
      <div className="grid gap-5 md:grid-cols-3">
        {(['held', 'lost', 'try'] as const).map((kind) => {
          const of = found.filter((f) => f.kind === kind)
          return (
            <Panel key={kind} rim={RIMS[kind]} label={HEADS[kind]}>
              <h3 className="mb-2">{HEADS[kind]}</h3>
              {of.length === 0 ? (
                <p className="text-ink-soft">{kind === 'lost' ? 'Nothing.' : 'Nothing yet.'}</p>
              ) : (
                <ul className="list-disc pl-5 leading-relaxed">
                  {of.map((f) => (
                    <li key={f.sentence}>{f.sentence}</li>
                  ))}
                </ul>
              )}
            </Panel>
          )
        })}
      </div>
      <Button look="main" className="self-start" onClick={again}>
        Try again
      </Button>
    </div>
  )
}
