import type { RefusedFood } from './types'

export const REFUSED_SOURCE =
  'USDA Complete Guide to Home Canning, Agriculture Information Bulletin 539 (2015), Guide 4 (vegetables), and extension advice'

/** What has no tested process, why, and what to do instead. */
export const refusedFoods: readonly RefusedFood[] = [
  {
    id: 'summer-squash',
    name: 'Summer squash and zucchini, alone',
    synonyms: ['zucchini', 'courgette', 'yellow squash'],
    reason: 'The old process was withdrawn: packed flesh heats unpredictably.',
    instead: ['freeze', 'pickle', 'tomatoes with zucchini', 'mixed vegetables'],
  },
  {
    id: 'puree',
    name: 'Mashed or puréed pumpkin, squash, potato, sweet potato or beans',
    synonyms: ['pumpkin puree', 'pumpkin butter', 'mashed potato', 'refried beans'],
    reason: 'Too dense and too varied for one safe time.',
    instead: ['can cubes or whole, mash when serving', 'freeze'],
  },
  {
    id: 'spaghetti-squash',
    name: 'Spaghetti squash',
    synonyms: [],
    reason: 'Does not hold as cubes.',
    instead: ['freeze'],
  },
  {
    id: 'brassicas',
    name: 'Cabbage, broccoli, cauliflower, Brussels sprouts, kohlrabi',
    synonyms: ['cabbage', 'broccoli', 'cauliflower', 'brussels sprouts', 'kohlrabi'],
    reason: 'No tested process; they discolour and turn strong.',
    instead: ['freeze', 'ferment or pickle by a tested recipe'],
  },
  {
    id: 'eggplant',
    name: 'Eggplant',
    synonyms: ['aubergine'],
    reason: 'No tested plain process.',
    instead: ['freeze', 'pickle by a tested recipe'],
  },
  {
    id: 'rutabaga',
    name: 'Rutabaga',
    synonyms: ['swede'],
    reason: 'Sources disagree on the process; discolours.',
    instead: ['root cellar', 'freeze'],
  },
  {
    id: 'lettuce-cucumber',
    name: 'Lettuce, salad greens, plain cucumbers, radishes',
    synonyms: ['lettuce', 'cucumber', 'radish'],
    reason: 'No process and no texture left.',
    instead: ['eat fresh', 'pickle by a tested recipe'],
  },
  {
    id: 'edible-pod-peas',
    name: 'Snow and sugar snap peas',
    synonyms: ['snow peas', 'sugar snap peas'],
    reason: 'Freezing is advised for quality; no tested process.',
    instead: ['freeze'],
  },
  {
    id: 'wild-mushrooms',
    name: 'Wild mushrooms',
    synonyms: [],
    reason: 'The tested process is for cultivated mushrooms only.',
    instead: ['freeze', 'dry'],
  },
  {
    id: 'in-oil',
    name: 'Garlic, herbs or vegetables in oil, pesto',
    synonyms: ['pesto', 'garlic in oil'],
    reason: 'Low acid without air: botulism risk.',
    instead: ['freeze', 'refrigerate for days'],
  },
  {
    id: 'dairy',
    name: 'Milk, cream, cheese, butter, eggs',
    synonyms: ['cream soup', 'cheese', 'butter'],
    reason: 'Fat and protein shield spores; no process.',
    instead: ['add when serving', 'freeze'],
  },
  {
    id: 'starch',
    name: 'Pasta, noodles, rice, barley, flour, cornstarch, bread, cake',
    synonyms: ['noodles', 'pasta', 'rice', 'flour', 'bread'],
    reason: 'Starch slows heat unpredictably.',
    instead: ['add when serving', 'freeze'],
  },
  {
    id: 'half-gallon',
    name: 'Half-gallon jars',
    synonyms: ['half gallon', '2 l jar'],
    reason: 'No low-acid process for jars above one quart.',
    instead: ['use quarts or pints'],
  },
]
