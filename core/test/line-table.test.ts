// What each line is read as, or complained of, word for word: looked over by eye, line by line.
import { expect, test } from 'vitest'
import { readWeighIn } from '../src'

const containers = [
  { name: 'blue crate', lb: 19, foodId: null },
  { name: 'tub', lb: 12, foodId: 'beets' },
  { name: 'pumpkin', lb: 14, foodId: 'squash-winter' },
  { name: 'bucket', lb: 15, foodId: 'tomatoes' },
  { name: 'bucket', lb: 11, foodId: 'beans-snap' },
]
const cropWords = [
  { word: 'Runners, scarlet', foodId: 'beans-snap' },
  { word: 'reds', foodId: 'beets' },
]

interface Read {
  readonly variety?: string
  readonly price?: number
}
interface Offered {
  readonly suggestions?: readonly string[]
  readonly fixes?: readonly string[]
  readonly asks?: string
}
const ok = (food: string, lb: number, understood: string, { variety, price }: Read = {}) => ({
  ...{ food, lb, understood, variety: variety ?? null, price: price ?? null },
})
const no = (code: string, word: string, { suggestions = [], fixes = [], asks }: Offered = {}) => ({
  ...{ code, word, suggestions, fixes, asks: asks ?? null },
})
const thousandth = (n: number): number => Math.round(n * 1000) / 1000

test.each<readonly [string, ReturnType<typeof ok> | ReturnType<typeof no>]>([
  ['  3 lb beets  ', ok('beets', 3, '3 lb beets')],
  [`3 lb ${'y'.repeat(195)}`, no('food', 'y'.repeat(60))],
  [`3 lb ${'y'.repeat(196)}`, no('too-long', '')],
  ['3 lb, beets', no('food', '', { suggestions: ['snap beans', 'sweet corn', 'beets'] })],
  ['3 lb and 4 oz beets', ok('beets', 3.25, '3 lb 4 oz beets')],
  ['3 lb andouille', no('food', 'andouille')],
  ['3 lb 16 oz beets', no('food', '16 oz beets')],
  ['3 lb 15.9 oz beets', ok('beets', 3.994, '3 lb 15.9 oz beets')],
  ['3 lb 4 g beets', no('food', '4 g beets')],
  ['2 kg 1000 g beets', no('food', '1000 g beets')],
  ['2 kg 999 g beets', ok('beets', 6.612, '2 kg 999 g beets')],
  ['2 kg 3 oz beets', no('food', '3 oz beets')],
  ['3 oz 4 oz beets', no('food', '4 oz beets')],
  [
    '12,345 lb beets',
    no('amount', '12,345', {
      suggestions: ['12345', '12.345'],
      fixes: ['12345 lb beets', '12.345 lb beets'],
    }),
  ],
  [
    '1,234 lb beets',
    no('amount', '1,234', {
      suggestions: ['1234', '1.234'],
      fixes: ['1234 lb beets', '1.234 lb beets'],
    }),
  ],
  [
    '12,34,56 lb beets',
    no('amount', '12,34,56', { suggestions: ['123456'], fixes: ['123456 lb beets'] }),
  ],
  ['1,x lb beets', no('amount', '1,x')],
  ['5-gal bucket of tomatoes', no('amount', '5-gal', { fixes: ['a 5-gal bucket of tomatoes'] })],
  ['5gal bucket of tomatoes', no('unit', 'gal bucket', { asks: 'gal bucket of tomatoes' })],
  ['7up of beets', no('unit', 'up', { asks: 'up of beets' })],
  ['no amount', no('amount', 'no')],
  ['5 gal buckets of tomatoes', no('unit', 'gal buckets', { asks: 'gal bucket of tomatoes' })],
  ['3 lb of beets', ok('beets', 3, '3 lb beets')],
  ['3 lb of  beets', ok('beets', 3, '3 lb beets')],
  ['3 lb often beets', no('food', 'often beets')],
  ['3 lb beets, ', ok('beets', 3, '3 lb beets')],
  ['3 lb ,Detroit', no('food', '', { suggestions: ['snap beans', 'sweet corn', 'beets'] })],
  ['3 lb  ,  ', no('food', '', { suggestions: ['snap beans', 'sweet corn', 'beets'] })],
  ['3 lb beets, Detroit, dark', ok('beets', 3, '3 lb beets', { variety: 'Detroit, dark' })],
  ['2 pumpkins', ok('squash-winter', 28, '2 pumpkins')],
  ['2 pumpkins, Sugar', ok('squash-winter', 28, '2 pumpkins', { variety: 'Sugar' })],
  ['2 buckets', no('food', '', { suggestions: ['snap beans', 'sweet corn', 'beets'] })],
  ['2 buckets tomatoes', ok('tomatoes', 30, '2 buckets tomatoes')],
  ['2 buckets beets', no('weight', 'bucket', { asks: 'bucket of beets' })],
  ['2 blue crates', no('food', '', { suggestions: ['snap beans', 'sweet corn', 'beets'] })],
  ['3 lb Runners, scarlet', ok('beans-snap', 3, '3 lb snap beans')],
  ['3 lb reds, early', ok('beets', 3, '3 lb beets', { variety: 'early' })],
  ['3 lb runners', no('food', 'runners')],
  [
    '3 lb pot',
    no('which-food', 'pot', {
      suggestions: [
        'Sweet potatoes',
        'Potatoes',
        'Mashed or puréed pumpkin, squash, potato, sweet potato or beans',
        'mashed potato',
      ],
      fixes: [
        '3 lb sweet potatoes',
        '3 lb potatoes',
        '3 lb mashed or puréed pumpkin, squash, potato, sweet potato or beans',
        '3 lb mashed potato',
      ],
    }),
  ],
  [
    '3 bushls beets',
    no('unit', 'bushls', { suggestions: ['bushels'], fixes: ['3 bushels beets'] }),
  ],
  ['3 bushl beets', no('unit', 'bushl', { suggestions: ['bushel'], fixes: ['3 bushel beets'] })],
  ['3 big tubs beets', no('unit', 'big tubs', { asks: 'big tub of beets' })],
  ['4 old blue pails of beets', no('unit', 'old blue pails', { asks: 'old blue pail of beets' })],
  ['4 a b c d beets', no('food', 'a b c d beets')],
  ['3 lb squah', no('food', 'squah')],
  ['3 xx beets', no('unit', 'xx', { asks: 'xx of beets' })],
  ['3 peks beets', no('unit', 'peks', { suggestions: ['pecks'], fixes: ['3 pecks beets'] })],
  ['3 ozz beets', no('unit', 'ozz', { asks: 'ozz of beets' })],
  [
    '60 beets',
    no('unit', '60', {
      suggestions: ['lb', 'oz', 'kg', 'g', 'bu', 'half bushel', 'peck'],
      fixes: [
        '60 lb beets',
        '60 oz beets',
        '60 kg beets',
        '60 g beets',
        '60 bu beets',
        '60 half bushel beets',
        '60 peck beets',
      ],
      asks: 'beet of beets',
    }),
  ],
  [
    '60 beets @ 2/lb',
    no('unit', '60', {
      suggestions: ['lb', 'oz', 'kg', 'g', 'bu', 'half bushel', 'peck'],
      asks: 'beet of beets',
    }),
  ],
  [
    '60 carrots',
    no('unit', '60', {
      suggestions: ['lb', 'oz', 'kg', 'g', 'bu', 'half bushel', 'peck'],
      fixes: [
        '60 lb carrots',
        '60 oz carrots',
        '60 kg carrots',
        '60 g carrots',
        '60 bu carrots',
        '60 half bushel carrots',
        '60 peck carrots',
      ],
      asks: 'carrot of carrots',
    }),
  ],
  ['12 onions', no('food', 'onions')],
  [
    '12 winter squash',
    no('unit', '12', {
      suggestions: ['lb', 'oz', 'kg', 'g', 'bu', 'half bushel', 'peck'],
      fixes: [
        '12 lb winter squash',
        '12 oz winter squash',
        '12 kg winter squash',
        '12 g winter squash',
        '12 bu winter squash',
        '12 half bushel winter squash',
        '12 peck winter squash',
      ],
      asks: 'winter squash of squash-winter',
    }),
  ],
  ['12', no('food', '', { suggestions: ['snap beans', 'sweet corn', 'beets'] })],
  ['20000 lb beets', ok('beets', 20000, '20000 lb beets')],
  ['20001 lb beets', no('too-much', '20001')],
  ['0.5 lb beets', ok('beets', 0.5, '½ lb beets')],
  ['1 bu beets', ok('beets', 52, '1 bu beets')],
  ['2 bu beets', ok('beets', 104, '2 bu beets')],
  ['1 crate asparagus', ok('asparagus', 31, '1 crate asparagus')],
  ['2 crates asparagus', ok('asparagus', 62, '2 crates asparagus')],
  ['2 crates beets', no('weight', 'crate', { asks: 'crate of beets' })],
  ['3 sacks potatoes', ok('potatoes-white', 150, '3 sacks potatoes')],
  ['3 sack potatoes', ok('potatoes-white', 150, '3 sacks potatoes')],
  ['2 heads beets', no('weight', 'head', { asks: 'head of beets' })],
  ['3 roots beets', no('weight', 'root', { asks: 'root of beets' })],
  ['3 root beets', no('weight', 'root', { asks: 'root of beets' })],
  ['12 count peppers', ok('peppers', 3.6, '12 pieces peppers')],
  ['12 each peppers', ok('peppers', 3.6, '12 pieces peppers')],
  ['12 pc peppers', ok('peppers', 3.6, '12 pieces peppers')],
  ['12 piece peppers', ok('peppers', 3.6, '12 pieces peppers')],
  ['12 pieces peppers', ok('peppers', 3.6, '12 pieces peppers')],
  ['1 half-bushel beets', ok('beets', 26, '1 half bushel beets')],
  ['1 half bu beets', ok('beets', 26, '1 half bushel beets')],
  ['2 hbu beets', ok('beets', 52, '2 half bushels beets')],
  ['2 pks beets', ok('beets', 26, '2 pecks beets')],
  ['2 bus beets', ok('beets', 104, '2 bu beets')],
  ['2 kgs beets', ok('beets', 4.409, '2 kg beets')],
  ['2 kilos beets', ok('beets', 4.409, '2 kg beets')],
  ['2 kilogram beets', ok('beets', 4.409, '2 kg beets')],
  ['2 gr beets', ok('beets', 0.004, '2 g beets')],
  ['2 # beets', ok('beets', 2, '2 lb beets')],
  ['12 jalapeños', ok('peppers', 0.6, '12 peppers', { variety: 'jalapeños' })],
  ['12 peppers', ok('peppers', 3.6, '12 peppers')],
  ['1 ear corn', ok('corn', 0.65, '1 ear sweet corn')],
  ['2 ears corn', ok('corn', 1.3, '2 ears sweet corn')],
  [
    '3 lb cabbage',
    no('refused-food', 'cabbage', {
      suggestions: ['freeze', 'ferment or pickle by a tested recipe'],
    }),
  ],
  ['3 lb beets @ 2 per lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 2 a lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 2 the lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 2/lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 2/ lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 2 / lb ', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ EUR 2/lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 2 kr. per lb', ok('beets', 3, '3 lb beets', { price: 2 })],
  ['3 lb beets @ 12 for all', ok('beets', 3, '3 lb beets', { price: 4 })],
  ['3 lb beets @ 12 all', ok('beets', 3, '3 lb beets', { price: 4 })],
  ['3 lb beets @ 12 in all', ok('beets', 3, '3 lb beets', { price: 4 })],
  ['3 lb beets @ 12, the lot', no('price', '12, the lot')],
  ['3 lb beets @ 12 for the lots', ok('beets', 3, '3 lb beets', { price: 4 })],
  ['3 lb beets @ 12 altogether', ok('beets', 3, '3 lb beets', { price: 4 })],
  ['3 lb beets @ 12 in total', ok('beets', 3, '3 lb beets', { price: 4 })],
  ['3 lb beets @ 12 for all of it', no('price', '12 for all of it')],
  ['3 lb beets @ 12 not for all', no('price', '12 not for all')],
  ['12 peppers @ 0.5 each', ok('peppers', 3.6, '12 peppers', { price: 1.667 })],
  ['12 peppers @ 0.5 apiece', ok('peppers', 3.6, '12 peppers', { price: 1.667 })],
  ['12 peppers @ 0.5 a piece', ok('peppers', 3.6, '12 peppers', { price: 1.667 })],
  ['12 peppers @ 0.5/ea', ok('peppers', 3.6, '12 peppers', { price: 1.667 })],
  ['12 peppers @ 0.5/ea.', ok('peppers', 3.6, '12 peppers', { price: 1.667 })],
  ['12 peppers @ 0.5/pc', ok('peppers', 3.6, '12 peppers', { price: 1.667 })],
  ['12 peppers @ 0.5 each one', no('price', '0.5 each one')],
  ['12 peppers @ 0.5 not each', no('price', '0.5 not each')],
  ['12 peppers @ 4 a dozen', ok('peppers', 3.6, '12 peppers', { price: 1.111 })],
  ['12 peppers @ 4/doz', ok('peppers', 3.6, '12 peppers', { price: 1.111 })],
  ['12 peppers @ 4 per dz.', ok('peppers', 3.6, '12 peppers', { price: 1.111 })],
  ['12 peppers @ 4 a dozens', no('price', '4 a dozens')],
  ['3 lb beets @ 2 each', no('price', '2 each', { asks: 'piece of beets' })],
  ['3 lb beets @ 2 a dozen', no('price', '2 a dozen', { asks: 'piece of beets' })],
  ['3 lb beets @ 2 a', no('price', '2 a')],
  ['3 lb beets @ 2 per', no('price', '2 per')],
  ['3 lb beets @ 2/firkin', no('price', '2/firkin')],
  ['3 lb beets @ 2 a tub', ok('beets', 3, '3 lb beets', { price: 0.167 })],
  ['3 lb carrots @ 2 a tub', no('price', '2 a tub', { asks: 'tub of carrots' })],
  ['3 lb beets @ 0/lb', ok('beets', 3, '3 lb beets', { price: 0 })],
  ['3 lb beets @ -2/lb', no('price', '-2/lb')],
  ['3 lb beets @ 10000/lb', ok('beets', 3, '3 lb beets', { price: 10000 })],
  ['3 lb beets @ 10001/lb', no('price', '10001/lb')],
  ['3 lb beets @ 1/2/lb', ok('beets', 3, '3 lb beets', { price: 0.5 })],
  ['3 lb beets @', no('price', '')],
  ['3 lb beets @ 2/1', no('price', '2/1')],
  ['3 lb beets @ 2lb', no('price', '2lb')],
])('“%s”', (line, wanted) => {
  const got = readWeighIn(line, { containers, cropWords })
  if (got.ok) {
    const { food, pounds, understood, variety, pricePerLb } = got
    const price = pricePerLb === null ? null : thousandth(pricePerLb)
    expect({ food: food.id, lb: thousandth(pounds), understood, variety, price }).toEqual(wanted)
  } else {
    const { code, word, suggestions, fixes, asks } = got
    expect({
      ...{ code, word, suggestions, fixes: fixes.map((f) => f.line) },
      asks: asks ? `${asks.name} of ${asks.food.id}` : null,
    }).toEqual(wanted)
    // Each fix is one of the suggestions, or the line itself made whole.
    for (const f of fixes) expect([...suggestions, 'a 5-gal']).toContain(f.label)
  }
})
