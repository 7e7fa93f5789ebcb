import { foodOf, formOf, saidName, shortName } from './foods'
import type { Food } from './data/types'
import { foodIdOf, mixedNameOf, type JarOf } from './mixed-name'

/** A food by its id as a label has room for it: of the tables, a mixed jar's own name, or untested. */
export const shortFood = (foodId: string): string =>
  mixedNameOf(foodId) ??
  (foodId === 'untested' ? 'Untested' : shortName(foodOf(foodId) ?? { name: foodId }))

/** The same inside a sentence; a name that the household gave keeps its capitals. */
export const saidFood = (foodId: string): string =>
  mixedNameOf(foodId) ?? saidName({ name: shortFood(foodId) })

/** The food that the jars of a portion count as, by its id. */
export const portionFood = (portion: {
  readonly formId: string
  readonly jarOf?: JarOf | null
}): string => foodIdOf(formOf(portion.formId)?.food.id ?? portion.formId, portion.jarOf)

/** The food of the tables that something goes by: a mixed jar by the row it takes. */
export const tableFood = ({
  foodId,
  formId,
}: {
  readonly foodId: string
  readonly formId: string
}): Food | undefined => (mixedNameOf(foodId) ? formOf(formId)?.food : foodOf(foodId))
