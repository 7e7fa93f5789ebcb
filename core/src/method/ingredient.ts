import { findWhole, normalise, type Found } from './find'
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
      readonly about: 'which' | 'legume' | 'thickness' | 'unknown'
      readonly question: string
    }

export type Liquid = 'water' | 'meat-stock' | 'vegetable-broth' | 'tomato-juice'
export type RefusedCode = 'thick' | 'dairy' | 'oil' | 'no-tested-process' | 'not-rehydrated'

const SPICES =
  'salt|canning salt|sugar|peppercorn|ground pepper|black pepper|white pepper|cayenne|paprika|smoked paprika|cumin|chili powder|chile powder|chilli powder|curry|curry powder|turmeric|coriander|coriander seed|cinnamon|clove|allspice|nutmeg|mace|mustard seed|dry mustard|mustard powder|celery seed|celery salt|dill seed|fennel seed|caraway|anise|star anise|cardamom|fenugreek|thyme|bay|bay leaf|bay leave|oregano|basil|marjoram|savory|rosemary|tarragon|sage|parsley|dried parsley|dill|chive|herb|dried herb|herbe de provence|spice|dry spice|dried spice|seasoning|garlic powder|onion powder|dried garlic|dried onion|garlic granule|chili flake|red pepper flake|ground ginger|dried ginger'
const SEASONING = new RegExp(`^(dried |ground |dry |a little )*(${SPICES})$`)

/** Whole names only: an oyster mushroom is no oyster, and a crab apple no crab. */
const SEAFOOD =
  /^(fresh |raw |cooked |frozen |white |smoked |minced |shelled |peeled )*(fish|clam|shrimp|prawn|crab|oyster|seafood|salmon|tuna|mussel|scallop|lobster|cod|trout|haddock|halibut)( fillet| meat| chunk| piece| tail| stock| broth| juice)?$/
const SOUP_OF_LEGUMES =
  /\b(split pea|pea|lentil|bean|chowder|bisque)s?\b.*\bsoup\b|\bchowder\b|\bbisque\b/
const THICK =
  /\b(cream[- ]style|pur[eé]e[ds]?|mash(ed)?|refried|dip|paste|spread|p[aâ]t[eé]|casserole|dal|dhal|falafel|thick(en(ed|er))?|gravy|roux|cornstarch|corn starch|flour|starch|cornmeal|barley|rice|pasta|macaroni|spaghetti(?! squash)|noodles?|bread|crackers?|dumplings?|oats?|oatmeal|quinoa|couscous|bulgur|tapioca|gelatine?|clear gel|peanut butter|pumpkin butter|hummus)\b/
const DAIRY = /\b(milk|cream(ed)?|cheese|butter(?! beans?)|yogh?urt|eggs?|ghee)\b/
const OIL = /\b(oil|pesto|lard|shortening)\b/

const MEAT_STOCK = /^((beef|chicken|turkey|meat|poultry|bone|pork|venison|rabbit) )?(broth|stock)$/
const LIQUIDS: readonly (readonly [RegExp, Liquid])[] = [
  [/^(boiling |hot |fresh )?water$/, 'water'],
  [/^vegetable (broth|stock)$/, 'vegetable-broth'],
  [MEAT_STOCK, 'meat-stock'],
  [/^(thin )?tomato juice$/, 'tomato-juice'],
]

/** Dried by what they are, by whole names. */
const DRIED =
  /^(soaked |cooked |boiled |dried |dry )*((red |white |dark red |light red )?kidney|black|black turtle|turtle|white|red|small red|small white|pink|soy) bean$|^(soaked |cooked |boiled |dried |dry )*((kidney|navy|pinto|great northern|cannellini|garbanzo|cranberry|borlotti|mung|adzuki|flageolet)( bean)?|soybean|chickpea|chick pea|garbanzo|(red |green |brown |black |french )?lentil|(green |yellow )?split pea)$/
/** Fresh by what they are, by whole names. */
const FRESH_LEGUMES: readonly (readonly [RegExp, string])[] = [
  [
    /^(fresh |cut |whole |frozen |french cut |yellow |purple )*(snap|green|wax|string|italian|french|runner|pole|bush|haricot) bean$/,
    'beans-snap',
  ],
  [/^fresh (baby |green )*(lima|butter|lima bean|butter bean)$/, 'beans-lima'],
  [
    /^(fresh |shelled |baby |frozen )*(green|english|garden|shell|sweet) pea$|^fresh pea$/,
    'peas-green',
  ],
  [/^fresh (southern|black eyed|cow|crowder|field) ?pea$/, 'peas-southern'],
]
/** Put up fresh and dried under the same name, by whole names. */
const EITHER =
  /^(baby |large |speckled )*(bean|pea|lima|lima bean|butter bean|cowpea|cow pea|(southern|black eyed|crowder|field) pea|fava|fava bean|broad bean)$/
const DRY_WORD = /^(dried|dry|soaked|rehydrated) /

/** Rows of mixtures: not ingredients, but lists of them. */
const MIXTURES = new Set(['soup', 'succotash', 'mixed-vegetables'])

const THICK_WHY = 'Thick or starchy: heat does not reach the middle in time. Thicken when serving.'

/** Forms that people name instead of the food; the others go by their food's plain form. */
const SAID_FORMS: readonly (readonly [RegExp, string])[] = [
  [/^baked beans?$|\bbeans? in (tomato|molasses)\b/, 'beans-baked'],
  [/^(thin )?tomato sauce$/, 'tomato-sauce-thin'],
  [/^thick tomato sauce$/, 'tomato-sauce-thick'],
  [/^crushed tomatoes$/, 'tomatoes-crushed'],
  [/^(lean )?(ground|minced) (beef|meat|pork|venison|lamb)$/, 'meat-ground'],
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
  if (SEAFOOD.test(plain)) return { kind: 'seafood', name }
  return readLegume(name, plain, rehydrated) ?? readFood(name, text, rehydrated)
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
function readLegume(
  name: string,
  plain: string,
  rehydrated: boolean | undefined,
): Ingredient | undefined {
  if (DRIED.test(plain)) return freshOrDried(name, rehydrated, true)
  const fresh = FRESH_LEGUMES.find(([words]) => words.test(plain))?.[1]
  if (fresh) return plainSolid(name, foodOf(fresh))
  if (EITHER.test(plain)) return freshOrDried(name, rehydrated, false)
  const rest = plain.replace(DRY_WORD, '')
  const known = rest !== plain && (EITHER.test(rest) || FRESH_LEGUMES.some(([w]) => w.test(rest)))
  return known ? freshOrDried(name, rehydrated, true) : undefined
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

/** Vegetables every cook knows, with no row in the tables and none among the refused. */
const WITHOUT_ROW =
  /^((red|white|yellow|green|spring|sweet|pearl|fresh|chopped|diced|sliced) )*(onion|shallot|scallion|leek|celery|celery root|celeriac|garlic|garlic clove|fennel|artichoke|jerusalem artichoke|ginger|horseradish|avocado)$/
const NONE = 'There is no tested process for it in the tables, so it does not go into a jar.'

const unknown = (name: string, nearest: readonly string[]): Ingredient => ({
  kind: 'asked',
  name,
  about: 'unknown',
  question: `We don’t know “${name.trim()}”. ${nearest.length > 0 ? `Do you mean ${nearest.join(', or ')}?` : 'Check the spelling, or call it by its usual name.'}`,
})

/** Words before or after a food that change nothing about its process. */
const CUT_WORDS =
  /^((fresh|frozen|whole|cut|diced|sliced|chopped|cubed|peeled|small|large|baby|young|new|red|yellow|orange|golden|organic|homegrown|raw|blanched|boneless|skinless|lean|ripe|trimmed|husked|shelled) )+|( (cube|piece|slice|chunk|round|kernel|strip|half|halve|quarter))+$/g

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
  if (/ (with|and|in) /.test(text))
    return {
      kind: 'asked',
      name,
      about: 'which',
      question: `Name each thing in “${name.trim()}” on its own.`,
    }
  if (WITHOUT_ROW.test(normalise(text)))
    return { kind: 'refused', name, code: 'no-tested-process', reason: NONE }
  const found = knownFood(text)
  switch (found.kind) {
    case 'refused':
      return found.refused.id === 'summer-squash'
        ? { kind: 'solid', name, ...SUMMER_SQUASH() }
        : { kind: 'refused', name, code: 'no-tested-process', reason: found.refused.reason }
    case 'ambiguous':
      return {
        kind: 'asked',
        name,
        about: 'which',
        question: `Which one is “${name.trim()}”: ${found.names.join(', ')}?`,
      }
    case 'unknown':
      return unknown(name, found.nearest)
    case 'food':
      break
  }
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

/** The food of a whole name; words of cut and colour are set aside only where the rest is a whole name too. */
function knownFood(text: string): Found {
  const whole = findWhole(text)
  if (whole.kind !== 'unknown') return whole
  const rest = normalise(text).replace(CUT_WORDS, '')
  const found = findWhole(rest)
  return rest === '' || found.kind === 'unknown' ? whole : found
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
