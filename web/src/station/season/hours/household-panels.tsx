import { CANNING_DAYS, type CanningDays } from '@kelvit/core'
import { useState } from 'react'
import { useHousehold } from '../../../household/session'
import { useNotify } from '../../../ui/notice'
import { NumberField } from '../../../ui/number-field'
import { Panel } from '../../../ui/panel'
import { typedSince, useSettingsInTurn, type SettingsChange } from '../../../household/in-turn'

const LIMITS = [
  [
    'burners',
    'Burners for canners',
    1,
    8,
    'How many canners fit on the range at once. Check its manual for the weight limit.',
  ],
  [
    'lateMinutes',
    'Latest past closing',
    0,
    180,
    'Minutes an evening can run over if that saves jars.',
  ],
] as const

interface InTurn {
  readonly due: SettingsChange | undefined
  /** What else waits to be kept goes with it. */
  readonly keep: (change: SettingsChange) => void
}
type Limit = (typeof LIMITS)[number][0]
type TypedLimits = Partial<Record<Limit, number>>
interface Typed {
  readonly typed: TypedLimits
  readonly setTyped: (typed: TypedLimits) => void
}

/**
 * What holds for the whole household. One queue for both panels: they change the same row, and
 * leaving a number by a press on a choice is two changes at once.
 */
export function HouseholdPanels() {
  const notify = useNotify()
  const [typed, setTyped] = useState<TypedLimits>({})
  const { due, keep } = useSettingsInTurn((sent) => {
    setTyped((now) => typedSince(now, sent))
    if (sent.canningDays) notify.done('Saved. Plan again to use it.')
  })
  const turn: InTurn = { due, keep: (change) => keep((now) => ({ ...now, ...change })) }
  return (
    <>
      <Limits {...turn} typed={typed} setTyped={setTyped} />
      <Liking {...turn} />
    </>
  )
}

/** Burners and how late an evening may become, for the whole household. */
function Limits({ due, keep, typed, setTyped }: InTurn & Typed) {
  const { household, may } = useHousehold()
  const { settings } = household
  const leave = (key: (typeof LIMITS)[number][0]): void => {
    const value = typed[key]
    if (value !== undefined && value !== (due?.[key] ?? settings[key])) keep({ [key]: value })
  }
  return (
    <Panel label="Stove and evening">
      <h2 className="mb-3">Stove and evening</h2>
      <div className="grid gap-4 sm:grid-cols-2">
        {LIMITS.map(([key, label, min, max, help]) => (
          <NumberField
            key={key}
            label={label}
            whole
            min={min}
            max={max}
            value={settings[key]}
            disabled={!may('keeper')}
            help={help}
            onValue={(n) => setTyped({ ...typed, [key]: n ?? undefined })}
            onLeave={() => leave(key)}
          />
        ))}
      </div>
    </Panel>
  )
}

const LIKINGS: Readonly<Record<CanningDays, readonly [name: string, help: string]>> = {
  fewer: ['Fewer, longer days', 'You can on fewer days. A Saturday may take nine hours.'],
  even: ['In between', 'Days up to six hours are fine. Longer days count against a plan.'],
  short: [
    'Short evenings',
    'More days of two or three hours. Days over six hours only when they save jars.',
  ],
}

/** What the planner leans to where days could be fewer or shorter. */
function Liking({ due, keep }: InTurn) {
  const { may, household } = useHousehold()
  const shown = due?.canningDays ?? household.settings.canningDays
  return (
    <Panel label="How we like to can">
      <fieldset disabled={!may('keeper')}>
        <legend className="mb-1 font-head text-xl font-semibold">How we like to can</legend>
        <p className="mb-2 text-[15px] text-ink-soft">
          Kelvit plans with this in mind. It never lets a jar spoil for it.
        </p>
        {CANNING_DAYS.map((how) => (
          <label
            key={how}
            className="flex min-h-14 cursor-pointer items-center gap-3 border-t border-rim py-2"
          >
            <input
              type="radio"
              name="canning-days"
              className="size-6 shrink-0 accent-kettle"
              checked={shown === how}
              onChange={() => keep({ canningDays: how })}
            />
            <span>
              <strong>{LIKINGS[how][0]}</strong>
              <span className="block text-[15px] text-ink-soft">{LIKINGS[how][1]}</span>
            </span>
          </label>
        ))}
      </fieldset>
    </Panel>
  )
}
