/**
 * A jar that may hold toxin: how it is told, and what is done with it. Facts of the USDA
 * Complete Guide to Home Canning (AIB 539), Guide 1, in our own words.
 */
export const DOUBTFUL_SOURCE = 'USDA Complete Guide to Home Canning, Guide 1'

/** The look before the taste, in the order in which it is taken; smell comes last, taste never. */
export const LOOK_BEFORE = [
  'The lid is dished, tight, and not swollen.',
  'Nothing has leaked: there are no dried streaks below the rim.',
  'Nothing rises or bubbles when you tilt it.',
  'Nothing spurts or foams when you open it.',
  'There’s no mold of any color on the food or under the lid.',
  'The liquid is as clear and the food as bright as when you canned it.',
  'If all of that is right, it smells the way it should.',
] as const

/** What is done with a jar that fails the look; figures are the guide's own. */
export const DOUBTFUL_STEPS = {
  closed:
    'Still sealed, swollen or not: don’t open it. Put it in a heavy trash bag, close the bag, and put it in the trash where no person or animal can get at it.',
  open: 'Unsealed, leaking or open: make it harmless first. Lay the jar and lid on their side in a pot of 8 quarts or more. Gently add water until it’s an inch above them, cover, and boil for 30 minutes. Let it cool, then throw away the lid and the food.',
  wash: 'Wear gloves. Wipe whatever it may have touched with 1 part unscented household bleach in 5 parts water, leave it wet for 30 minutes, wipe again with paper, bag the paper, and wash with soap and water. Wash gloves and hands.',
  person:
    'If anybody ate from it, watch for double vision, drooping eyelids, slurred speech, a dry mouth or weak muscles, even days later. That’s an emergency: see a doctor at once and say “home-canned food”.',
} as const
