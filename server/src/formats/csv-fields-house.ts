import { countJars, normalise, readNumber, SUPPLY_KINDS, type JarSize } from '@kelvit/core'
import { food, form, jar, mouth, nameOf, type Sheet } from './csv-field'
import { oneWord, readCount, readDay, readMonths, readMore, readText } from './csv-readers'

/** What you eat and what stands ready, in rows. */
export const HOUSE_FIELDS: Readonly<Record<'needs' | 'supplies' | 'gear', Sheet>> = {
  needs: {
    fields: [
      food(),
      form,
      jar(false),
      {
        name: 'jars_per_meal',
        required: false,
        heads: ['jars a meal', 'jars meal'],
        help: 'Jars for one meal. Empty means one.',
        read: readMore(0.05, 50),
      },
      {
        name: 'meals_per_week',
        required: true,
        heads: ['meals', 'meals a week', 'per week', 'a week', 'times a week'],
        help: 'How often a week it is eaten.',
        read: readMore(0, 50),
      },
      {
        name: 'fresh_months',
        required: false,
        heads: ['fresh', 'eaten fresh'],
        help: 'Months when you eat it fresh, such as 7 8 9.',
        read: readMonths,
      },
      {
        name: 'next_harvest_on',
        required: true,
        heads: ['next harvest', 'harvest', 'harvest on'],
        help: 'The day of its next harvest.',
        read: readDay,
      },
      {
        name: 'certainty',
        required: false,
        heads: ['how sure'],
        help: 'How sure you want to be: 0.5, 0.8, 0.9 or 0.95. Empty means 0.8.',
        read: (cell) => {
          const read = readNumber(cell.replace(/\s*%$/, ''))
          const share = read.ok ? (read.value > 1 ? read.value / 100 : read.value) : NaN
          return [0.5, 0.8, 0.9, 0.95].includes(share)
            ? { value: share }
            : { trouble: 'Say 0.5, 0.8, 0.9 or 0.95.' }
        },
      },
      {
        name: 'put_up_all',
        required: false,
        heads: ['put up everything', 'all'],
        help: 'Write yes if you can all that comes in, even more than you eat. Leave it empty for no.',
        read: (cell) =>
          /^(yes|y|no|n)$/i.test(cell)
            ? { value: /^y/i.test(cell) }
            : { trouble: 'Say yes or no.' },
      },
    ],
    words: (v) => `${nameOf(v.food)}, ${String(v.meals_per_week)} times a week`,
  },
  supplies: {
    fields: [
      {
        name: 'supply',
        required: true,
        heads: ['kind', 'what', 'item', 'name'],
        help: `One of ${SUPPLY_KINDS.join(', ')}.`,
        read: oneWord(
          Object.fromEntries(SUPPLY_KINDS.map((k) => [normalise(k), k])),
          `Say one of ${SUPPLY_KINDS.join(', ')}.`,
        ),
      },
      {
        name: 'amount',
        required: true,
        heads: ['quantity', 'count', 'left', 'have'],
        help: 'How much there is, as Gear counts it.',
        read: readMore(0, 1_000_000),
      },
    ],
    words: (v) => `${String(v.supply)}: ${String(v.amount)}`,
  },
  gear: {
    fields: [
      {
        name: 'what',
        required: true,
        heads: ['kind', 'item'],
        help: 'jars or lids.',
        read: oneWord({ jar: 'jars', lid: 'lids' }, 'Say jars or lids.'),
      },
      {
        name: 'name',
        required: false,
        heads: ['box', 'brand', 'label'],
        help: 'What a box of lids is called.',
        read: readText(60),
      },
      jar(false),
      { ...mouth, required: true, help: 'regular or wide.' },
      {
        name: 'owned',
        required: true,
        heads: ['count', 'quantity', 'number', 'how many', 'bought'],
        help: 'Jars owned, or lids in the box when it was bought.',
        read: readCount(0, 100_000),
      },
      {
        name: 'broken',
        required: false,
        heads: [],
        help: 'Jars that broke.',
        read: readCount(0, 100_000),
      },
      {
        name: 'runs',
        required: false,
        heads: [],
        help: 'Runs that such jars had before.',
        read: readCount(0, 100_000),
      },
      {
        name: 'bought_on',
        required: false,
        heads: ['bought', 'date'],
        help: 'The day you bought the box. Empty means today.',
        read: readDay,
      },
      {
        name: 'left',
        required: false,
        heads: [],
        help: 'Lids left in the box. Empty means all.',
        read: readCount(0, 100_000),
      },
    ],
    words: (v) =>
      v.what === 'jars'
        ? `${countJars(Number(v.owned), (v.jar ?? 'quart') as JarSize)}, ${String(v.mouth)} mouth`
        : `${String(v.left ?? v.owned)} lids, ${String(v.mouth)} mouth${v.name ? `, ${String(v.name)}` : ''}`,
  },
}
