import type { Answer } from './types'

/** What cannot wait, and what went wrong in a way that a wrong answer would make worse. */
export const URGENT: readonly Answer[] = [
  {
    id: 'burned',
    ask: 'Somebody is burned by steam.',
    words: 'burn burned scald scalded steam hand face skin blister hot water spilled',
    at: ['stove'],
    say: 'Turn the heat off if you can reach it safely. Cool the burn under running cool water for 20 minutes; take off rings and wet clothes. Call an ambulance for a burn on the face or one larger than a hand. Leave the canner closed. It cools without you.',
    source: 'extension',
  },
  {
    id: 'weight-blown',
    ask: 'The weight or the plug flew off.',
    words:
      'weight popped blew flew off came off fell off jumped plug blown let go shot out steam jet petcock gone',
    at: ['stove', 'gear'],
    say: 'Turn the heat off and keep away from the steam. Don’t put the weight back and don’t open the canner until the gauge is at zero and the lock is down. The jars aren’t processed. Within 24 hours, process them again with new lids for the full time, refrigerate or freeze. Clear the vent pipe and replace the plug before the next load.',
    source: 'manual',
    act: ['Record it at the load', '/stove'],
  },
  {
    id: 'open-under-pressure',
    ask: 'Can I take the weight or the lid off while there’s pressure?',
    words: 'take weight lid off open at psi still pressure early lift remove release before zero',
    at: ['stove'],
    say: 'No, at no pressure at all. Leave the weight on until the gauge is at zero and the lock is down. Then take the weight off, wait {rest}, and open with the lid tipped away from your face. Jars opened under pressure aren’t processed.',
    source: 'principles',
    act: ['At the stove', '/stove'],
  },
  {
    id: 'vent-forgotten',
    ask: 'I forgot to vent.',
    words: 'forgot vent venting skipped exhaust weight on too early short vent not vented',
    at: ['stove'],
    say: 'Turn the heat off, let it fall to zero on its own, take the weight off, and vent ten full minutes. Then start the time again. If the load is over, the jars aren’t processed. Within 24 hours, process them again with new lids, refrigerate or freeze.',
    source: 'principles',
    act: ['Record it at the load', '/stove'],
  },
  {
    id: 'pints-time',
    ask: 'I ran quarts for the pint time.',
    words:
      'quarts processed pint time too short wrong jar size minutes shorter than needed under processed',
    at: ['stove', 'methods'],
    say: 'Those jars aren’t processed. Within 24 hours of coming out of the canner, process them again with new lids for the full time, refrigerate them and eat them within days, or freeze them. After 24 hours, discard them unopened.',
    source: 'principles',
    act: ['Look up the time', '/methods'],
  },
  {
    id: 'lemon-forgotten',
    ask: 'I forgot the lemon juice in the tomatoes.',
    words: 'forgot lemon juice citric acid tomatoes without acid left out',
    at: ['methods', 'stove'],
    say: 'Within 24 hours: open the jars, add the acid, and process again with new lids for the full time; or refrigerate and eat within days, or freeze. Don’t shelve them without acid, even from a pressure canner.',
    source: 'tomatoes',
    act: ['Tomatoes', '/methods?food=tomatoes'],
  },
]

/** What people stop with in mid-work and had no answer of its own. */
export const MORE: readonly Answer[] = [
  {
    id: 'clock-starts',
    ask: 'When does the process time start?',
    words:
      'when start timing timer clock count minutes begin process time pressure reached rocking',
    at: ['stove', 'methods'],
    say: 'Start it when the canner reaches {dial} on a dial, or when the {weight} weight rocks as its maker says. Don’t start it when the weight goes on or while the pressure climbs.',
    source: 'principles',
    act: ['At the stove', '/stove'],
  },
  {
    id: 'jars-waiting',
    ask: 'The filled jars have to wait.',
    words:
      'filled jars waiting wait counter stand before canner how long full jars room temperature',
    at: ['stove', 'season'],
    say: 'Put them in the hot canner within 15 minutes of filling. If they stood at room temperature for more than two hours, don’t can them. Refrigerate or freeze. Kelvit counts from the last jar you filled.',
    source: 'principles',
    act: ['The day sheet', '/season'],
  },
  {
    id: 'moved-altitude',
    ask: 'We moved, or we’re canning in another kitchen.',
    words:
      'moved house another altitude cabin sister kitchen elsewhere different elevation higher lower',
    at: ['methods', 'gear'],
    say: 'Change the altitude before the next load, because the pressure depends on it. Under Household, choose “We moved” and the day. Earlier loads keep their altitude. If the altitude was wrong all along, choose that, and Kelvit checks every load.',
    source: 'kelvit',
    act: ['The kitchen’s altitude', '/household'],
  },
  {
    id: 'dial-and-weight',
    ask: 'The dial and the weight disagree.',
    words:
      'dial says weight says differ disagree gauge different two gauges weight rocks but dial shows',
    at: ['stove', 'gear'],
    say: 'Trust the weight. It can’t read wrong. If the weight regulates this canner, finish the load by it. If the dial is more than {1 psi} off while the weight rocks, have the dial tested before the next load.',
    source: 'manual',
    act: ['Gauges', '/gear'],
  },
  {
    id: 'frozen-vegetables',
    ask: 'Can frozen vegetables be canned?',
    words: 'frozen freezer vegetables thaw thawed can from freezer bag',
    at: ['methods', 'harvest'],
    say: 'Yes, if you froze them plain, raw or blanched. Thaw them in the fridge, heat them, and use the hot pack and its time. They’ll be softer.',
    source: 'extension',
    act: ['Look up a food', '/methods'],
  },
  {
    id: 'baby-food',
    ask: 'Can baby food be canned?',
    words: 'baby food puree pureed infant toddler mash strained',
    at: ['methods'],
    say: 'No. A vegetable or meat purée is too dense for one safe time. Can cubes and mash them when you open the jar, or freeze the purée in small portions.',
    source: 'vegetables',
  },
  {
    id: 'recipe-online',
    ask: 'I found a recipe online. Is it safe?',
    words: 'recipe online internet blog video website found group clip grandma recipe untested',
    at: ['methods'],
    say: 'Use it only if a tested guide gives the same food, cut, jar, pressure and time. Look the food up here. If it isn’t in the tables, it has no tested process, no matter who wrote the recipe. You can record an untested recipe, but Kelvit never plans it.',
    source: 'extension',
    act: ['Look up a food', '/methods'],
  },
  {
    id: 'tight-or-loose',
    ask: 'Pack tight or loose?',
    words: 'pack tightly loosely press down tamp shake firm how full fill jar tight loose',
    at: ['stove', 'methods'],
    say: 'Pack raw food firmly, because it shrinks. Pack hot food loosely. Never press or shake down corn, peas, limas or greens: heat must move between the pieces. Leave the headspace the method names.',
    source: 'vegetables',
    act: ['Look up a food', '/methods'],
  },
]
