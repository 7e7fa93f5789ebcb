import { formOf } from '../method/foods'

/**
 * Minutes that a form boils or simmers by itself between preparing and filling: estimates for
 * a day's sheet. How long it must, the method says.
 */
const COOK_MIN: Readonly<Record<string, number>> = {
  'beans-dried': 30,
  'beans-baked': 30,
  'tomato-juice': 10,
  'tomatoes-okra': 15,
  'tomato-sauce-thin': 60,
  'tomato-sauce-thick': 120,
}

/** Soaked 12 to 18 hours, from the evening before; or boiled and soaked for an hour. */
const SOAKED: ReadonlySet<string> = new Set(['beans-dried', 'beans-baked'])

/** Minutes that what is in a load boils or simmers before it is filled: the longest of it. */
export const cookMinutes = (portions: readonly { readonly formId: string }[]): number =>
  portions.reduce((most, p) => Math.max(most, COOK_MIN[p.formId] ?? 0), 0)

/** Foods in some loads that are soaked from the evening before, by id, once each. */
export const soakedFoods = (
  loads: readonly { readonly portions: readonly { readonly formId: string }[] }[],
): readonly string[] => [
  ...new Set(
    loads
      .flatMap((l) => l.portions)
      .filter((p) => SOAKED.has(p.formId))
      .flatMap((p) => formOf(p.formId)?.food.id ?? []),
  ),
]
