import type { LoadWithEvents } from '@kelvit/contract'
import {
  dialTarget,
  foldLoad,
  gaugeScale,
  toldIn,
  type GaugeScale,
  type UnitSystem,
  judgeLoad,
  loadContents,
  minuteOf,
  sayTime,
  type ClockHours,
  nameAfter,
  recordLines,
  showMinutes,
  stageTimes,
  TRACE_APART_MS,
  traceOf,
  VERDICT_WORDS,
  type LoadEvent,
  type LoadState,
} from '@kelvit/core'
import type { jars } from '../db/schema'

/** A record as it is set on paper; instants only where they are drawn, epoch ms. */
export interface PrintedRecord {
  readonly title: string
  readonly about: string
  readonly verdict: string
  readonly reasons: readonly string[]
  readonly times: readonly (readonly [string, string])[]
  readonly jars: readonly string[]
  readonly lines: readonly (readonly [string, string])[]
  readonly trace: {
    readonly from: number
    readonly to: number
    readonly target: number
    readonly targetWords: string
    readonly apartMs: number
    readonly readings: readonly { readonly at: number; readonly psi: number }[]
    readonly marks: readonly { readonly at: number; readonly words: string }[]
  } | null
}

type JarRow = typeof jars.$inferSelect

interface House {
  readonly zone: string
  readonly clockHours: ClockHours
  readonly units: UnitSystem
}

/**
 * Everything that is known of a load, in words.
 * @param house its zone, and how it says times of day and pressures.
 */
export function printRecord(
  load: LoadWithEvents,
  events: readonly LoadEvent[],
  canner: string,
  rows: readonly JarRow[],
  { zone, clockHours, units }: House,
): PrintedRecord {
  const { setup } = load
  const gauge = gaugeScale(toldIn(setup, units))
  const state = foldLoad(setup, events)
  const { verdict, reasons } = judgeLoad(setup, state)
  const day = new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: zone,
  })
  const clock = new Intl.DateTimeFormat('en-GB', {
    hour: '2-digit',
    minute: '2-digit',
    timeZone: zone,
  })
  const when = (ms: number): string =>
    `${day.format(ms)}, ${sayTime(minuteOf(clock.format(ms)), clockHours)}`
  return {
    title: `Batch ${load.code}, ${canner}`,
    about: `${loadContents(load.portions)}. ${gaugeWords(load, gauge)}, ${setup.minutes} minutes.`,
    verdict: capital(VERDICT_WORDS[verdict]),
    reasons: reasons.map((r) => r.sentence),
    times: stageTimes(state).map((s) => [
      capital(s.stage),
      `${when(s.from)}${s.minutes === null ? '' : `, ${showMinutes(s.minutes)}`}`,
    ]),
    jars: rows.map(
      (j) =>
        `${j.code}: ${j.seal.replaceAll('-', ' ')}${j.hold ? `, held (${j.hold.replaceAll('-', ' ')})` : ''}, ${j.state.replaceAll('-', ' ')}`,
    ),
    lines: recordLines(events, toldIn(setup, units)).map((l) => [
      when(l.at),
      `${l.words}${nameAfter(l)}${l.enteredAt === null ? '' : ` (recorded ${when(l.enteredAt)})`}${l.takenBack ? ' (taken back)' : ''}`,
    ]),
    trace: printedTrace(load, events, state, gauge),
  }
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

function gaugeWords({ setup }: LoadWithEvents, gauge: GaugeScale): string {
  const target = (p: number): string => gauge.say(gauge.target(p))
  if (setup.regulatedBy === 'weighted') return `Weight of ${target(setup.psi)} ${gauge.unit}`
  const error = setup.gaugeErrorPsi
  const off =
    error === 0
      ? 'true at its last test'
      : `${gauge.off(error)} ${error > 0 ? 'high' : 'low'} at its last test`
  return `Dial held at ${target(dialTarget(setup))} ${gauge.unit} (tested ${target(setup.psi)}; the dial was ${off})`
}

function printedTrace(
  load: LoadWithEvents,
  events: readonly LoadEvent[],
  state: LoadState,
  gauge: GaugeScale,
): PrintedRecord['trace'] {
  if (state.entered.heating === undefined) return null
  const last = Math.max(...events.map((e) => e.at))
  const { from, now, readings, runs, heatOff } = traceOf(load.setup, events, state, last)
  const target = dialTarget(load.setup)
  return {
    from,
    to: Math.max(now, from + 60_000),
    target,
    targetWords:
      load.setup.regulatedBy === 'dial'
        ? `never below ${gauge.say(gauge.target(target))}`
        : `${gauge.say(gauge.target(target))} ${gauge.unit} weight`,
    apartMs: TRACE_APART_MS,
    readings,
    marks: [
      ...runs.map((r, i) => ({ at: r.from, words: i === 0 ? 'clock' : 'again' })),
      ...(heatOff === undefined ? [] : [{ at: heatOff, words: 'heat off' }]),
    ],
  }
}
