import type { GaugeKind } from '../words'
import { REFUSED_SOURCE } from './data/refused'
import type { Ingredient, RefusedCode } from './ingredient'
import { lookUpProcess } from './lookup'
import type { Process, ProcessAnswer, Refusal } from './data/types'
import type { Feet, Minutes, Psi } from '../quantity/units'

export interface MixedJarQuery {
  /** Every ingredient by its usual name, solids and liquid. */
  readonly ingredients: readonly string[]
  /** Share of the jar that is solid, percent; undefined when nobody said. */
  readonly solidsPercent?: number | undefined
  /** A jar word as the lookup takes it. */
  readonly jar: string
  readonly gauge: GaugeKind
  readonly altitudeFt: Feet
  /** Whether dried beans and peas are soaked and boiled; undefined when nobody said. */
  readonly rehydrated?: boolean | undefined
}

/** What an ingredient is in the jar: a layer of solids with its own time, or the liquid over them. */
export type JarLayer =
  | { readonly kind: 'solid'; readonly foodId: string; readonly minutes: number }
  | { readonly kind: 'liquid' }

/** What was made of one ingredient. */
export interface IngredientVerdict {
  readonly name: string
  readonly allowed: boolean
  readonly reason: string
  /** For a drawing; left out of what is neither. */
  readonly layer?: JarLayer
}

export type MixedJarRefusal =
  RefusedCode | 'jar-too-large' | 'not-combined' | 'too-many-solids' | 'altitude-above-table'

export type MixedJarAnswer =
  | {
      readonly outcome: 'process'
      readonly minutes: Minutes
      readonly psi: Psi
      /** The row that gave it: a food's own, or that of a mixture. */
      readonly row: string
      /** Why this time, as a sentence. */
      readonly sentence: string
      readonly ingredients: readonly IngredientVerdict[]
      readonly process: Process
    }
  | {
      readonly outcome: 'refused'
      readonly reason: MixedJarRefusal
      readonly sentence: string
      readonly instead: readonly string[]
      readonly ingredients: readonly IngredientVerdict[]
      readonly source: string
    }
  | {
      readonly outcome: 'asks'
      readonly about:
        'ingredients' | 'which' | 'legume' | 'thickness' | 'unknown' | 'solids' | 'liquid'
      readonly question: string
      readonly ingredients: readonly IngredientVerdict[]
    }

export type Solid = Extract<Ingredient, { kind: 'solid' }>

/** A jar with what was read of its ingredients. */
export interface Jar {
  readonly query: MixedJarQuery
  readonly read: readonly Ingredient[]
  readonly verdicts: readonly IngredientVerdict[]
}

export const solidsOf = ({ read }: Jar): Solid[] => {
  const solids = read.filter((i) => i.kind === 'solid')
  // Two names of one food are one solid.
  return solids.filter(
    (s, n) => solids.findIndex((x) => x.form.id === s.form.id && x.food.id === s.food.id) === n,
  )
}

/** The row of a form in this jar, kitchen and gauge; hot pack where both are tested. */
export const ownRow = (
  formId: string,
  packs: readonly { pack: 'raw' | 'hot' }[],
  query: MixedJarQuery,
): ProcessAnswer =>
  lookUpProcess({
    form: formId,
    pack: packs.some((p) => p.pack === 'hot') ? 'hot' : 'raw',
    jar: query.jar,
    gauge: query.gauge,
    altitudeFt: query.altitudeFt,
  })
export const rowOf = (s: Solid, query: MixedJarQuery): ProcessAnswer =>
  ownRow(s.form.id, s.form.packs, query)

export const refuse = (
  { verdicts }: Pick<Jar, 'verdicts'>,
  reason: MixedJarRefusal,
  sentence: string,
  instead: readonly string[],
): MixedJarAnswer => ({
  outcome: 'refused',
  reason,
  sentence,
  instead,
  ingredients: verdicts,
  source: REFUSED_SOURCE,
})
/** The refusal of a lookup, for the whole jar. */
export const refuseAs = (jar: Jar, { reason, sentence, instead }: Refusal): MixedJarAnswer =>
  refuse(
    jar,
    reason === 'altitude-above-table' ? 'altitude-above-table' : 'jar-too-large',
    sentence,
    instead,
  )
export const ask = (
  { verdicts }: Jar,
  about: Extract<MixedJarAnswer, { outcome: 'asks' }>['about'],
  question: string,
): MixedJarAnswer => ({ outcome: 'asks', about, question, ingredients: verdicts })
