import { boilBeforeTasting } from '../pantry/shelf-dates'
import { standardAt } from '../load/recall'
import {
  showAltitude,
  showLength,
  showPressure,
  showTemperature,
  showWeight,
} from '../quantity/format'
import { psi, type Feet } from '../quantity/units'
import type { UnitSystem } from '../words'
import type { Answer, KitchenFigures, Slot } from './data/types'

/** What an answer needs to know of a kitchen. */
export interface AnswerKitchen {
  readonly altitudeFt: Feet
  readonly units: UnitSystem
  readonly restMinutes: number
}

/** This kitchen's own figures; where the tables end the slot says so. */
export function kitchenFigures({ altitudeFt, units, restMinutes }: AnswerKitchen): KitchenFigures {
  const at = (gauge: 'dial' | 'weighted'): string => {
    const target = standardAt(gauge, altitudeFt)
    return target === null ? 'no tested pressure' : showPressure(psi(target), units)
  }
  return {
    altitude: showAltitude(altitudeFt, units),
    dial: at('dial'),
    weight: at('weighted'),
    boil: `${boilBeforeTasting(altitudeFt)} minutes`,
    rest: `${restMinutes} minutes`,
  }
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
