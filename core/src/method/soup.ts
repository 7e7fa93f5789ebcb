import { minutes, type Minutes } from '../quantity/units'
import { findFood } from './find'
import { foodOf, formOf, saidName } from './foods'
import type { JarSize } from './types'

export interface Ingredient {
  readonly name: string
  /** Only for dried beans and peas: soaked and boiled until fully rehydrated. */
  readonly rehydrated?: boolean
}

export interface IngredientVerdict {
  readonly name: string
  readonly allowed: boolean
  readonly reason: string
}

export interface SoupVerdict {
  readonly allowed: boolean
  readonly ingredients: readonly IngredientVerdict[]
  /** Reasons that concern the whole jar. */
  readonly reasons: readonly string[]
  /** Tested minutes by the soup row, absent when refused. */
  readonly minutes?: Minutes
}

const LIQUIDS = /^(water|broth|stock|vegetable (broth|stock)|tomato juice)$/
const SEASONINGS =
  /^((canning )?salt|peppercorns?|black pepper|dried herbs?|thyme|bay( leaf| leaves)?|oregano|basil)$/
const SEAFOOD = /\b(fish|clams?|shrimp|crab|oysters?|seafood|salmon|tuna|mussels?)\b/
const THICK =
  /\b(cream[- ]style|pur[eé]e[ds]?|mashed|refried|thick(en(ed|er))?|gravy|roux|cornstarch|flour|starch|barley|rice|pasta|noodles?|bread|dumplings?|oats?|quinoa|tapioca)\b/
const DAIRY = /\b(milk|cream(ed)?|cheese|butter(?! beans?)|yogh?urt|eggs?)\b/

/** Foods with a process of their own that the soup row still does not take. */
const MIXED_ROWS = new Set(['soup', 'succotash', 'mixed-vegetables'])

/**
 * Whether a soup or mixed jar may be canned by the soup row: each solid needs a
 * tested process of its own, nothing thick, no dairy, no starch, dried beans
 * fully rehydrated, solids at most half of the jar. Time from the table
 * (60 min pints, 75 min quarts; 100 min for both with seafood).
 */
export function checkSoup(
  ingredients: readonly Ingredient[],
  solidsShare: number,
  jar: JarSize,
): SoupVerdict {
  const verdicts = ingredients.map(judge)
  const reasons: string[] = []
  if (ingredients.length === 0) reasons.push('Name what goes into the jar.')
  if (!(solidsShare <= 0.5))
    reasons.push('Solids fill at most half of the jar; the rest is liquid.')
  const allowed = reasons.length === 0 && verdicts.every((v) => v.allowed)
  if (!allowed) return { allowed, ingredients: verdicts, reasons }
  return { allowed, ingredients: verdicts, reasons, minutes: soupMinutes(ingredients, jar) }
}

function soupMinutes(ingredients: readonly Ingredient[], jar: JarSize): Minutes {
  if (ingredients.some((i) => SEAFOOD.test(i.name.toLowerCase()))) return minutes(100)
  const row = formOf('soup')?.form.minutes
  const small = jar === 'halfPint' || jar === 'pint'
  const time = small ? row?.pint : row?.quart
  if (time === undefined) throw new RangeError('the soup row is missing from the tables')
  return minutes(time)
}

function judge({ name, rehydrated }: Ingredient): IngredientVerdict {
  const text = name.trim().toLowerCase()
  const no = (reason: string): IngredientVerdict => ({ name, allowed: false, reason })
  const yes = (reason: string): IngredientVerdict => ({ name, allowed: true, reason })
  if (THICK.test(text)) return no('Thick or starchy: heat does not reach the middle in time.')
  if (DAIRY.test(text)) return no('Dairy and eggs shield spores from heat. Add when serving.')
  if (LIQUIDS.test(text)) return yes('Liquid.')
  if (SEASONINGS.test(text)) return yes('Seasoning, in small amounts.')
  if (SEAFOOD.test(text)) return yes('Seafood: the whole jar then takes 100 minutes.')
  const found = findFood(text)
  if (found.kind === 'refused') return no(found.refused.reason)
  if (found.kind === 'ambiguous') return no(`Which one: ${found.names.join(', ')}?`)
  if (found.kind === 'unknown') return no('No tested process of its own, so not in a soup either.')
  return judgeFood(name, found.food.id, rehydrated ?? false)
}

function judgeFood(name: string, foodId: string, rehydrated: boolean): IngredientVerdict {
  const food = foodOf(foodId)
  if (!food || MIXED_ROWS.has(foodId))
    return { name, allowed: false, reason: 'Name each ingredient on its own.' }
  if (foodId === 'beans-dried' && !rehydrated)
    return {
      name,
      allowed: false,
      reason: 'Dried beans and peas must first be soaked and boiled until fully rehydrated.',
    }
  return { name, allowed: true, reason: `Tested process for ${saidName(food)}.` }
}
