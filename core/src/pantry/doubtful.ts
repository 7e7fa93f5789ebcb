/**
 * A jar that may hold toxin: how it is told, and what is done with it. Facts of the USDA
 * Complete Guide to Home Canning (AIB 539), Guide 1, in our own words.
 */
export const DOUBTFUL_SOURCE = 'USDA Complete Guide to Home Canning, Guide 1'

/** The look before the taste, in the order in which it is taken; smell comes last, taste never. */
export const LOOK_BEFORE = [
  'The lid is dished, tight, and not swollen.',
  'Nothing has leaked: no dried streaks from the rim down.',
  'Nothing rises, bubbles or floats up as you tilt it.',
  'Opened, nothing spurts and nothing foams.',
  'No mould: not on the food, not under the lid, whatever its colour.',
  'The liquid is as clear, and the food as coloured, as it went in.',
  'Only if all of that is right: it smells as it should.',
] as const

/** What is done with a jar that fails the look; figures are the guide's own. */
export const DOUBTFUL_STEPS = {
  closed:
    'Closed and tight, swollen or not: do not open it, least of all indoors. Put it into a heavy rubbish bag, close the bag, and put it with the rubbish where nobody and no animal gets at it.',
  open: 'Unsealed, leaking or open: make it harmless first. Lay jar and lid on their side in a pot of 8 quarts or more, add water gently until it stands an inch over them, cover, and boil for 30 minutes. Let it cool, then throw away lid and food.',
  wash: 'Wear gloves. Wipe whatever it may have touched with 1 part unscented household bleach in 5 parts water, leave it wet for 30 minutes, wipe again with paper, bag the paper, and wash with soap and water. Wash gloves and hands.',
  person:
    'If anybody ate of it: double sight, drooping lids, slurred speech, a dry mouth or weak limbs, hours or days later, are an emergency. Call a physician at once and say “home-canned food”.',
} as const
