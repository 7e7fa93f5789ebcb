import { findFood, normalise } from './find'
import { foodOf, formOf, saidName } from './foods'
import type { Food, FoodForm } from './data/types'

/** What one word on the list of a jar's ingredients is. */
export type Ingredient =
  | { readonly kind: 'solid'; readonly name: string; readonly food: Food; readonly form: FoodForm }
  | { readonly kind: 'seafood'; readonly name: string }
  | { readonly kind: 'liquid'; readonly name: string; readonly liquid: Liquid }
  | { readonly kind: 'seasoning'; readonly name: string }
  | {
      readonly kind: 'refused'
      readonly name: string
      readonly reason: string
      readonly code: RefusedCode
    }
  | {
      readonly kind: 'asked'
      readonly name: string
      readonly about: 'which' | 'legume' | 'thickness'
      readonly question: string
    }

export type Liquid = 'water' | 'meat-stock' | 'vegetable-broth' | 'tomato-juice'
export type RefusedCode = 'thick' | 'dairy' | 'oil' | 'no-tested-process' | 'not-rehydrated'

const SPICES =
  'salt|canning salt|sugar|peppercorn|ground pepper|black pepper|white pepper|cayenne|paprika|smoked paprika|cumin|chili powder|chile powder|chilli powder|curry|curry powder|turmeric|coriander|coriander seed|cinnamon|clove|allspice|nutmeg|mace|mustard seed|dry mustard|mustard powder|celery seed|celery salt|dill seed|fennel seed|caraway|anise|star anise|cardamom|fenugreek|thyme|bay|bay leaf|bay leave|oregano|basil|marjoram|savory|rosemary|tarragon|sage|parsley|dried parsley|dill|chive|herb|dried herb|herbe de provence|spice|dry spice|dried spice|seasoning|garlic powder|onion powder|dried garlic|dried onion|garlic granule|chili flake|red pepper flake|ground ginger|dried ginger'
const SEASONING = new RegExp(`^(dried |ground |dry |a little )*(${SPICES})$`)

const SEAFOOD =
  /\b(fish|clam|shrimp|prawn|crab|oyster|seafood|salmon|tuna|mussel|scallop|lobster|cod|trout)s?\b/
const SOUP_OF_LEGUMES =
  /\b(split pea|pea|lentil|bean|chowder|bisque)s?\b.*\bsoup\b|\bchowder\b|\bbisque\b/
const THICK =
  /\b(cream[- ]style|pur[eé]e[ds]?|mashed|refried|thick(en(ed|er))?|gravy|roux|cornstarch|corn starch|flour|starch|cornmeal|barley|rice|pasta|macaroni|spaghetti(?! squash)|noodles?|bread|crackers?|dumplings?|oats?|oatmeal|quinoa|couscous|bulgur|tapioca|gelatine?|clear gel|tomato paste|peanut butter|pumpkin butter|hummus)\b/
const DAIRY = /\b(milk|cream(ed)?|cheese|butter(?! beans?)|yogh?urt|eggs?|ghee)\b/
const OIL = /\b(oil|pesto|lard|shortening)\b/

const MEAT_STOCK = /^((beef|chicken|turkey|meat|poultry|bone|pork|venison|rabbit) )?(broth|stock)$/
const LIQUIDS: readonly (readonly [RegExp, Liquid])[] = [
  [/^(boiling |hot |fresh )?water$/, 'water'],
  [/^vegetable (broth|stock)$/, 'vegetable-broth'],
  [MEAT_STOCK, 'meat-stock'],
  [/^(thin )?tomato juice$/, 'tomato-juice'],
]

const DRIED =
  /\b(dried|dry|kidney|navy|pinto|great northern|cannellini|garbanzo|chick ?pea|lentil|split pea|mung|adzuki|soy|turtle|white bean|red bean|black bean)\b/
const FRESH_LEGUMES: readonly (readonly [RegExp, string])[] = [
  [/\b(snap|green|wax|string|italian|french|runner) beans?\b|^fresh snap/, 'beans-snap'],
  [/\bfresh (lima|butter|limas)\b/, 'beans-lima'],
  [/\b(green|english|garden|shell|sweet|fresh) peas?\b/, 'peas-green'],
  [/\bfresh (southern|black[- ]eyed|cow|crowder|field) ?peas?\b/, 'peas-southern'],
]
const LEGUME = /\b(beans?|peas?|lentils?|limas?|cowpeas?|chickpeas?|legumes?|pulses?)\b/

/** Rows of mixtures: not ingredients, but lists of them. */
const MIXTURES = new Set(['soup', 'succotash', 'mixed-vegetables'])

const THICK_WHY = 'Thick or starchy: heat does not reach the middle in time. Thicken when serving.'

/** Forms that people name instead of the food; the others go by their food's plain form. */
const SAID_FORMS: readonly (readonly [RegExp, string])[] = [
  [/^baked beans?$|\bbeans? in (tomato|molasses)\b/, 'beans-baked'],
  [/^(thin )?tomato sauce$/, 'tomato-sauce-thin'],
  [/^thick tomato sauce$/, 'tomato-sauce-thick'],
  [/^crushed tomatoes$/, 'tomatoes-crushed'],
  [/^(ground|minced) (beef|meat|pork|venison|lamb)$/, 'meat-ground'],
]

/**
 * What an ingredient is, by every usual word for it.
 * @param rehydrated whether dried beans and peas are soaked and boiled until fully
 *   rehydrated; undefined when nobody said.
 */
export function readIngredient(name: string, rehydrated: boolean | undefined): Ingredient {
  const text = name.trim().toLowerCase().replace(/\s+/g, ' ')
  const refused = (code: RefusedCode, reason: string): Ingredient => ({
    kind: 'refused',
    name,
    code,
    reason,
  })
  if (SOUP_OF_LEGUMES.test(text))
    return {
      kind: 'asked',
      name,
      about: 'thickness',
      question: `Is the ${text} thick? A soup that thickens as it cooks is not canned: can the pieces in a thin broth, and thicken when serving. Name what goes into the jar, one by one.`,
    }
  // One letter apart: a pinch of pepper, and peppers by the pint.
  if (text === 'pepper')
    return {
      kind: 'asked',
      name,
      about: 'which',
      question: 'Which one: black pepper, or peppers (the vegetable)?',
    }
  const plain = normalise(text)
  if (SEASONING.test(plain)) return { kind: 'seasoning', name }
  // A form of its own goes by its own row, thick tomato sauce too.
  const said = SAID_FORMS.find(([words]) => words.test(text))?.[1]
  if (said) return solidForm(name, said, rehydrated)
  if (THICK.test(text)) return refused('thick', THICK_WHY)
  const liquid = LIQUIDS.find(([words]) => words.test(text))?.[1]
  if (liquid) return { kind: 'liquid', name, liquid }
  if (DAIRY.test(text))
    return refused('dairy', 'Dairy and eggs shield spores from heat. Add them when serving.')
  if (OIL.test(text))
    return refused('oil', 'Oil and fat shield spores from heat. Add when serving.')
  if (SEAFOOD.test(text)) return { kind: 'seafood', name }
  if (LEGUME.test(text)) return readLegume(name, text, rehydrated)
  return readFood(name, text, rehydrated)
}

function solidForm(name: string, formId: string, rehydrated: boolean | undefined): Ingredient {
  const found = formOf(formId)
  if (!found) throw new RangeError(`the form ${formId} is missing from the tables`)
  return found.food.id === 'beans-dried'
    ? dried(name, found.form, found.food, rehydrated)
    : { kind: 'solid', name, ...found }
}

function dried(
  name: string,
  form: FoodForm,
  food: Food,
  rehydrated: boolean | undefined,
): Ingredient {
  if (rehydrated === undefined)
    return {
      kind: 'asked',
      name,
      about: 'legume',
      question: `Are the ${name.trim()} soaked, and boiled 30 minutes in fresh water until fully rehydrated?`,
    }
  if (!rehydrated)
    return {
      kind: 'refused',
      name,
      code: 'not-rehydrated',
      reason:
        'Dried beans and peas swell in the jar. Soak them, and boil them 30 minutes in fresh water, until fully rehydrated.',
    }
  return { kind: 'solid', name, food, form }
}

/** Every bean and pea is fresh or dried; where the name does not say, it is asked. */
function readLegume(name: string, text: string, rehydrated: boolean | undefined): Ingredient {
  const fresh = FRESH_LEGUMES.find(([words]) => words.test(text))?.[1]
  if (fresh && !/\b(dried|dry)\b/.test(text)) return plainSolid(name, foodOf(fresh))
  if (DRIED.test(normalise(text))) return freshOrDried(name, rehydrated, true)
  const found = findFood(text)
  if (found.kind === 'refused')
    return { kind: 'refused', name, code: 'no-tested-process', reason: found.refused.reason }
  if (found.kind === 'unknown')
    return { kind: 'refused', name, code: 'no-tested-process', reason: NONE }
  return freshOrDried(name, rehydrated, false)
}

function freshOrDried(name: string, rehydrated: boolean | undefined, isDried: boolean): Ingredient {
  const food = foodOf('beans-dried')
  const form = food?.forms[0]
  if (!food || !form) throw new RangeError('dried beans are missing from the tables')
  if (isDried || rehydrated === true) return dried(name, form, food, rehydrated)
  return {
    kind: 'asked',
    name,
    about: 'legume',
    question: `Are the ${name.trim()} fresh, or dried and soaked? Say “fresh” or “dried” with the name.`,
  }
}

const NONE = 'It has no tested process of its own, so it does not go into a mixed jar either.'

/** Foods that are put up fresh and dried, whatever word they were found by. */
const LEGUME_FOODS = new Set(['beans-dried', 'beans-lima', 'peas-southern'])

function readFood(name: string, text: string, rehydrated: boolean | undefined): Ingredient {
  if (/\b(soup|stew|chili|chilli)\b/.test(text))
    return {
      kind: 'asked',
      name,
      about: 'which',
      question: `What is in the ${text}? Name each ingredient on its own.`,
    }
  const found = findFood(text)
  if (found.kind === 'refused')
    return found.refused.id === 'summer-squash'
      ? { kind: 'solid', name, ...SUMMER_SQUASH() }
      : { kind: 'refused', name, code: 'no-tested-process', reason: found.refused.reason }
  if (found.kind === 'ambiguous')
    return {
      kind: 'asked',
      name,
      about: 'which',
      question: `Which one is “${name.trim()}”: ${found.names.join(', ')}?`,
    }
  if (found.kind === 'unknown')
    return { kind: 'refused', name, code: 'no-tested-process', reason: NONE }
  if (MIXTURES.has(found.food.id))
    return {
      kind: 'asked',
      name,
      about: 'which',
      question: `What is in the ${saidName(found.food)}? Name each ingredient on its own.`,
    }
  return LEGUME_FOODS.has(found.food.id)
    ? freshOrDried(name, rehydrated, found.food.id === 'beans-dried')
    : plainSolid(name, found.food)
}

function plainSolid(name: string, food: Food | undefined): Ingredient {
  const form = food?.forms[0]
  if (!food || !form) throw new RangeError('a food without forms in the tables')
  return { kind: 'solid', name, food, form }
}

/** Tested only inside two mixtures, and counted as one of their vegetables there. */
const SUMMER_SQUASH = (): { food: Food; form: FoodForm } => {
  const found = formOf('mixed-vegetables')
  if (!found) throw new RangeError('mixed vegetables are missing from the tables')
  return { food: { ...found.food, id: 'summer-squash', name: 'Summer squash' }, form: found.form }
}
