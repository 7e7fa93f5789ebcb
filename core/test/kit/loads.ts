// Loads and the words for what happens to them, for the tests of the stove.
import * as unit from '../../src/quantity/units'
import {
  FACTS,
  STOVE_STAGES,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type LoadStage,
} from '@kelvit/core'

export const ANY_KIND = Object.keys(FACTS) as readonly LoadEventKind[]

export const MIN = 60_000
export const HOUR = 60 * MIN

export const dial: LoadSetup = {
  regulatedBy: 'dial',
  psi: unit.psi(12),
  minutes: unit.minutes(25),
  gaugeErrorPsi: unit.psi(0),
  restMinutes: unit.minutes(10),
}
export const weighted: LoadSetup = { ...dial, regulatedBy: 'weighted', psi: unit.psi(15) }

export const STAGES: readonly LoadStage[] = [
  'planned',
  ...STOVE_STAGES,
  'standing',
  'checked',
  'aborted',
]

let serial = 0
export const fact = (
  kind: LoadEventKind,
  at: number,
  more: Partial<LoadEvent> = {},
): LoadEvent => ({
  id: `e${String(serial++).padStart(6, '0')}`,
  at,
  kind,
  ...more,
})

/**
 * Facts from lines "minute kind [psi] [@minute when it happened]"; ids in the order of
 * the lines, so that the last line is `facts.at(-1)`.
 */
export const log = (...lines: readonly string[]): LoadEvent[] =>
  lines.map((line) => {
    const [min = '', kind, ...rest] = line.split(' ')
    const happened = rest.find((r) => r.startsWith('@'))
    const psi = rest.find((r) => !r.startsWith('@'))
    return fact(kind as LoadEventKind, Number(min) * MIN, {
      ...(psi ? { psi: unit.psi(Number(psi)) } : {}),
      ...(happened ? { happenedAt: Number(happened.slice(1)) * MIN } : {}),
    })
  })

/** An evening on a dial in which all went well; jars are out at minute 138. */
export const GOOD_DIAL = [
  '0 started',
  '5 filling-began',
  '20 locked',
  '38 steam-steady',
  '48 weight-on',
  '57 reading 12',
  '65 reading 12.5',
  '74 reading 12',
  '82 reading 12.5',
  '82 heat-off',
  '120 pressure-zero',
  '121 lock-dropped',
  '122 weight-off',
  '132 opened',
  '138 unloaded',
] as const

/** The same evening on a weight. */
export const GOOD_WEIGHT = GOOD_DIAL.map((l) =>
  l === '57 reading 12' ? '57 at-pressure' : l.replace(/reading .*/, 'still-rocking'),
)

/** A load that has just come to a stage, and when it did, ms. */
export function broughtTo(setup: LoadSetup, stage: LoadStage): { events: LoadEvent[]; at: number } {
  const onTarget = { psi: unit.psi(setup.psi + setup.gaugeErrorPsi) }
  const look = (at: number): LoadEvent =>
    setup.regulatedBy === 'dial' ? fact('reading', at, onTarget) : fact('still-rocking', at)
  const steps: [LoadStage, LoadEvent[]][] = [
    ['preparing', [fact('started', 0)]],
    ['filling', [fact('filling-began', 10 * MIN)]],
    ['heating', [fact('locked', 30 * MIN)]],
    ['venting', [fact('steam-steady', 45 * MIN)]],
    ['climbing', [fact('weight-on', 55 * MIN)]],
    ['processing', [look(60 * MIN)]],
    ['cooling', [look(69 * MIN), look(78 * MIN), look(85 * MIN), fact('heat-off', 85 * MIN)]],
    [
      'resting',
      [
        fact('pressure-zero', 130 * MIN),
        fact('lock-dropped', 131 * MIN),
        fact('weight-off', 132 * MIN),
      ],
    ],
    ['unloading', [fact('opened', 142 * MIN)]],
    ['standing', [fact('unloaded', 150 * MIN)]],
    ['checked', [fact('seals-checked', 150 * MIN + 12 * HOUR)]],
  ]
  const events: LoadEvent[] = []
  for (const [reached, then] of stage === 'planned' || stage === 'aborted' ? [] : steps) {
    events.push(...then)
    if (reached === stage) break
  }
  if (stage === 'aborted') events.push(fact('started', 0), fact('aborted', 5 * MIN))
  return { events, at: events.at(-1)?.at ?? 0 }
}
