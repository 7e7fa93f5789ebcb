import { JAR_SIZES, type GaugeKind, type JarSize, type Pack } from '../words'
import type { Feet, Minutes, Psi } from '../quantity/units'
import { foods } from './foods'
import { lookUpProcess } from './lookup'
import type { Food, FoodForm, HouseholdRules, Process } from './data/types'

/** One line of the cupboard-door sheet: a form with its minutes in every size, at one pressure. */
export interface DoorLine {
  readonly food: Food
  readonly form: FoodForm
  /** The packs that have these minutes. */
  readonly packs: readonly Pack[]
  /** Process time by size; a size without a tested process is left out. */
  readonly minutes: { readonly [size in JarSize]?: Minutes }
  /** Target pressure, psi gauge. */
  readonly psi: Psi
}

interface Kitchen {
  readonly gauge: GaugeKind
  readonly altitudeFt: Feet
  readonly rules?: Required<HouseholdRules>
}

/**
 * Every form that has a tested process in this kitchen, in the order of the tables. Packs
 * with the same minutes share a line; a form that is tested nowhere here has none.
 */
export function doorLines(kitchen: Kitchen): readonly DoorLine[] {
  return foods.flatMap((food) =>
    food.forms.flatMap((form) => {
      const lines = form.packs.flatMap(({ pack }) => lineOf(food, form, pack, kitchen) ?? [])
      return lines.reduce<DoorLine[]>((merged, line) => {
        const same = merged.findIndex((m) => sameFigures(m, line))
        const twin = merged[same]
        if (twin) merged[same] = { ...twin, packs: [...twin.packs, ...line.packs] }
        else merged.push(line)
        return merged
      }, [])
    }),
  )
}

const sameFigures = (a: DoorLine, b: DoorLine): boolean =>
  a.psi === b.psi && JAR_SIZES.every((s) => a.minutes[s] === b.minutes[s])

function lineOf(food: Food, form: FoodForm, pack: Pack, kitchen: Kitchen): DoorLine | undefined {
  const found = JAR_SIZES.flatMap((jar): Process[] => {
    const answer = lookUpProcess({ form: form.id, pack, jar, ...kitchen })
    return answer.outcome === 'process' ? [answer] : []
  })
  const [first] = found
  if (!first) return undefined
  return {
    food,
    form,
    packs: [pack],
    psi: first.psi,
    minutes: Object.fromEntries(
      found.filter((p) => p.psi === first.psi).map((p) => [p.jar, p.minutes]),
    ),
  }
}
