/** What is in a jar that holds several things. */
export interface JarOf {
  /** Every ingredient by its usual name, solids and liquid. */
  readonly ingredients: readonly string[]
  /** Share of the jar that is solid, percent; null where nobody said. */
  readonly solidsPercent: number | null
  /** Whether dried beans and peas are soaked and boiled; null where nobody said. */
  readonly rehydrated: boolean | null
  /** What the household calls it. */
  readonly name?: string
}

const MARK = 'mixed:'
const NAME_LENGTH = 50

/** What a mixed jar is called: the household's own name, or what is in it. */
export const mixedName = (jarOf: JarOf): string => {
  const own = jarOf.name?.trim()
  return own
    ? own
    : jarOf.ingredients
        .map((i) => i.trim())
        .filter(Boolean)
        .join(', ')
        .slice(0, NAME_LENGTH)
}

/** The food that a jar counts as: a mixed jar is a food of its own, known by its name. */
export const foodIdOf = (foodId: string, jarOf: JarOf | null | undefined): string =>
  jarOf ? `${MARK}${mixedName(jarOf)}` : foodId

/** The name in the id of a mixed jar's food; undefined for a food of the tables. */
export const mixedNameOf = (foodId: string): string | undefined =>
  foodId.startsWith(MARK) ? foodId.slice(MARK.length) : undefined
