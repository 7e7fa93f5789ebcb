import { formOf } from '../method/foods'
import { processOfJar } from '../method/jar-of'
import { lookUpProcess, rulesOf } from '../method/lookup'
import type { JarOf } from '../method/mixed-name'
import type { FoodForm, HouseholdRules, ProcessAnswer, ProcessQuery } from '../method/data/types'
import { feet, type Feet } from '../quantity/units'
import type { GaugeKind, Pack, PressureOptionId } from '../words'

/** What of a household every figure at its stove depends on. */
export interface Kitchen {
  readonly altitudeFt: Feet
  /** What it adds to the tested figures. */
  readonly rules: HouseholdRules
  /** Its rest after the weight is off, minutes. */
  readonly restMinutes: number
  /** How long jars wait in the open canner here, minutes; of single foods otherwise. */
  readonly openMinutes?: number
  readonly foodOpenMinutes?: Readonly<Record<string, number>>
  readonly defaultPack: Pack
}

/** A household's row, as far as its kitchen goes; the altitude in feet. */
export interface KitchenHousehold {
  readonly altitudeFt: number
  readonly settings: Required<HouseholdRules> & {
    readonly restMinutes: number
    readonly openMinutes?: number
    readonly foodOpenMinutes?: Readonly<Record<string, number>>
    readonly defaultPack: Pack
  }
}

export const kitchenOf = ({ altitudeFt, settings }: KitchenHousehold): Kitchen => ({
  altitudeFt: feet(altitudeFt),
  rules: rulesOf(settings),
  restMinutes: settings.restMinutes,
  openMinutes: settings.openMinutes ?? 0,
  foodOpenMinutes: settings.foodOpenMinutes ?? {},
  defaultPack: settings.defaultPack,
})

/** A kitchen that nobody described: the tables alone, at an altitude in feet. */
export const bareKitchen = (altitudeFt: number): Kitchen => ({
  altitudeFt: feet(altitudeFt),
  rules: {},
  restMinutes: 10,
  defaultPack: 'hot',
})

type Place = Pick<Kitchen, 'altitudeFt'> & { readonly rules?: HouseholdRules }

/** What is in a jar and how it is packed. */
export interface PortionAsked {
  readonly formId: string
  readonly pack: Pack
  /** A jar size, or a nominal metric one. */
  readonly jar: string
  /** What is in the jars, where they hold several things. */
  readonly jarOf?: JarOf | null | undefined
  /** Another pair of pressure and time than the household likes, where the tables offer one. */
  readonly option?: PressureOptionId | undefined
}

/**
 * The only way to a figure: what a portion is processed at in this kitchen, under this kind
 * of gauge. The tables' time and pressure there, with what the household adds.
 * @returns psi gauge and minutes, or a refusal.
 * @throws RangeError for an altitude or rules that are no plausible numbers.
 */
export const processFor = (
  kitchen: Place,
  portion: PortionAsked,
  gauge: GaugeKind,
): ProcessAnswer => processOfJar({ ...queryOf(kitchen, portion, gauge), jarOf: portion.jarOf })

/**
 * What the tables say of a form here, for reading: a soup has its row's figures although
 * nothing is planned before its contents are known.
 * @returns and throws as `processFor`.
 */
export const rowHere = (kitchen: Place, portion: PortionAsked, gauge: GaugeKind): ProcessAnswer =>
  lookUpProcess(queryOf(kitchen, portion, gauge))

const queryOf = (
  { altitudeFt, rules }: Place,
  { formId, pack, jar, option }: PortionAsked,
  gauge: GaugeKind,
): ProcessQuery => ({
  ...{ form: formId, pack, jar, gauge, altitudeFt },
  ...(rules ? { rules } : {}),
  ...(option ? { option } : {}),
})

/** The pack that a household likes, where the form has it; otherwise the form's first. */
export function packLiked(form: FoodForm | string, liked: Pack): Pack {
  const found = typeof form === 'string' ? formOf(form)?.form : form
  const packs = found?.packs.map((p) => p.pack) ?? []
  return packs.includes(liked) ? liked : (packs[0] ?? 'hot')
}
