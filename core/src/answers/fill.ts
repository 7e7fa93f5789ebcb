import { boilBeforeTasting } from '../pantry/shelf-dates'
import { standardAt } from '../load/recall'
import {
  pressureOn,
  showAltitude,
  showLength,
  showPressure,
  showTemperature,
  showWeight,
  type GaugeHere,
} from '../quantity/format'
import { feet, psi, type Feet } from '../quantity/units'
import type { HouseCanner } from '../load/types'
import type { UnitSystem } from '../words'
import type { Answer, KitchenFigures, Slot } from './data/types'

/** What an answer needs to know of a kitchen. */
export interface AnswerKitchen {
  readonly altitudeFt: Feet
  /** Nobody said where it is: every altitude's figure is told. */
  readonly anywhere?: boolean
  readonly units: UnitSystem
  readonly settings: { readonly restMinutes: number }
  /** Canners that are fit for use. */
  readonly canners: readonly Pick<HouseCanner, 'regulatedBy' | 'lastTest' | 'dialMarks'>[]
}

/** The dial of the house; null where there is none, or several that differ. */
function dialOf({ canners }: AnswerKitchen): GaugeHere | null {
  const dials = canners.filter((c) => c.regulatedBy === 'dial')
  const [first] = dials
  if (!first) return null
  const of = (c: typeof first) => `${c.lastTest?.errorPsi ?? 0} ${c.dialMarks ?? ''}`
  if (dials.some((c) => of(c) !== of(first))) return null
  return { kind: 'dial', errorPsi: first.lastTest?.errorPsi ?? 0, marks: first.dialMarks ?? null }
}

/** This kitchen's own figures; where the tables end the slot says so. */
export function kitchenFigures(kitchen: AnswerKitchen): KitchenFigures {
  if (kitchen.anywhere)
    return {
      altitude: 'your altitude',
      dial: psiByAltitude((ft) => standardAt('dial', ft), kitchen.units),
      weight: psiByAltitude((ft) => standardAt('weighted', ft), kitchen.units),
      boil: '10 minutes, and 1 minute more for each 1,000 ft',
      rest: `${kitchen.settings.restMinutes} minutes`,
    }
  const { altitudeFt, units, settings } = kitchen
  const dial = dialOf(kitchen)
  const at = (gauge: 'dial' | 'weighted'): string => {
    const target = standardAt(gauge, altitudeFt)
    if (target === null) return 'no tested pressure'
    const told = showPressure(psi(target), units)
    const shown = gauge === 'dial' && dial ? pressureOn(dial, psi(target), units) : told
    return shown === told ? told : `${told} (${shown})`
  }
  return {
    altitude: showAltitude(altitudeFt, units),
    dial: at('dial'),
    weight: at('weighted'),
    boil: `${boilBeforeTasting(altitudeFt)} minutes`,
    rest: `${settings.restMinutes} minutes`,
  }
}

/** Pressures change at full steps of so many feet, and no table goes above the last. */
const STEP_FT = 500
const HIGHEST_FT = 10_000

/** "10 psi (15 psi above 1,000 ft)": a pressure where nobody said how high the kitchen is. */
export function psiByAltitude(at: (ft: Feet) => number | null, units: UnitSystem): string {
  const steps: string[] = []
  let before: number | null = null
  for (let ft = 0; ft <= HIGHEST_FT; ft += STEP_FT) {
    // Just above a step is the next band.
    const target = at(feet(ft === 0 ? 0 : ft + 1))
    if (target === null || target === before) continue
    const shown = showPressure(psi(target), units)
    steps.push(before === null ? shown : `${shown} above ${showAltitude(feet(ft), units)}`)
    before = target
  }
  const [first = 'no tested pressure', ...more] = steps
  return more.length > 0 ? `${first} (${more.join(', ')})` : first
}

const MEASURED = /\{(\d+(?:\.\d+)?) (F|in|ft|lb|psi)\}/g

function measured(value: number, unit: string, units: UnitSystem): string {
  switch (unit) {
    case 'F':
      return showTemperature(value, units)
    case 'in':
      return showLength(value, units)
    case 'ft':
      return showAltitude(value, units)
    case 'psi':
      return showPressure(psi(value), units)
    default:
      return showWeight(value, units)
  }
}

/** An answer's text with this kitchen's figures, in its own units. */
export function fillAnswer({ say }: Pick<Answer, 'say'>, kitchen: AnswerKitchen): string {
  const figures = kitchenFigures(kitchen)
  return say
    .replace(MEASURED, (_all, n: string, unit: string) => measured(Number(n), unit, kitchen.units))
    .replace(/\{(\w+)\}/g, (_all, slot: string) => figures[slot as Slot])
}
