import type { Pack } from '../words'

/** What is done between the cut and the rim, besides what the pack's row says. */
export interface Packing {
  /** What covers the food; null where nothing is added. */
  readonly liquid: string | null
  /** How full it is packed, where it is not to the headspace. */
  readonly full?: string
  /** What is never done with this food. */
  readonly never?: string
}

const USUAL: Packing = { liquid: 'Cover with boiling liquid.' }
const OWN_JUICE: Packing = { liquid: null }
const POTATOES: Packing = {
  liquid: 'Cover with fresh boiling water.',
  never: 'Do not use the water the potatoes cooked in: it is starchy.',
}

/** Forms that differ from the usual, by form or by form and pack. Source: the tested guide's directions for each food. */
const PACKING: Readonly<Record<string, Packing>> = {
  'meat-cubes raw': {
    liquid: null,
    never: 'Add no liquid: raw meat makes its own. Do not wash the meat.',
  },
  'meat-cubes hot': { liquid: 'Cover with boiling broth or water.' },
  'meat-ground': { liquid: 'Cover with boiling broth or water.' },
  'poultry-bone-in raw': {
    liquid: null,
    never: 'Add no liquid: the meat makes its own. Do not wash the meat.',
  },
  'poultry-boneless raw': {
    liquid: null,
    never: 'Add no liquid: the meat makes its own. Do not wash the meat.',
  },
  'tomatoes-raw-no-liquid': OWN_JUICE,
  'tomatoes-crushed': OWN_JUICE,
  'tomato-juice': OWN_JUICE,
  'tomato-sauce-thin': OWN_JUICE,
  'tomato-sauce-thick': OWN_JUICE,
  stock: OWN_JUICE,
  'corn-kernel raw': {
    liquid: 'Cover with boiling water.',
    never: 'Do not scrape the cob. Do not shake or press the kernels down.',
  },
  'corn-kernel hot': {
    liquid: 'Add 1 cup of boiling water to each quart of kernels, simmer, and fill with both.',
    never: 'Do not scrape the cob. Do not shake or press the kernels down.',
  },
  'corn-cream': {
    liquid: 'Add 2 cups of boiling water to each quart of corn, boil, and fill with both.',
  },
  'beans-baked': {
    liquid: 'Fill up with the hot sauce.',
    full: 'Fill the jar three quarters full of beans.',
  },
  'potatoes-white-cubed': POTATOES,
  'potatoes-white-whole': POTATOES,
}

/** What covers a food in its jar, how full it is packed, and what is never done. */
export const packingOf = (formId: string, pack: Pack): Packing =>
  PACKING[`${formId} ${pack}`] ?? PACKING[formId] ?? USUAL

/** The same as steps, in order. */
export function packingSteps(formId: string, pack: Pack): readonly string[] {
  const { liquid, full, never } = packingOf(formId, pack)
  return [full, liquid, never].filter((s) => typeof s === 'string')
}
