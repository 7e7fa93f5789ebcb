import { foods } from '@kelvit/core'

/** Numbers from a seed, the same on every machine (mulberry32). */
export function dice(seed: number) {
  let a = seed >>> 0
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
  const below = (n: number): number => Math.floor(next() * n)
  return {
    next,
    below,
    pick: <T>(list: readonly T[]): T => list[below(list.length)] as T,
    chance: (p: number): boolean => next() < p,
  }
}
export type Dice = ReturnType<typeof dice>

/** Values that break things: too long, too deep, half a character, another language's zero. */
const NASTY: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  '‮abc',
  'x'.repeat(5000),
  "'; drop table lots; --",
  '../../etc/passwd',
  '{{7*7}}',
  '=1+1',
  '<script>',
  -1,
  0,
  -0,
  1e308,
  -1e308,
  1e-320,
  2 ** 53,
  2 ** 31,
  0.1,
  NaN,
  [],
  {},
  [[]],
  { __proto__: { a: 1 } },
  { constructor: 1, toString: null },
  '2026-02-30',
  '0001-01-01',
  '9999-12-31',
  '2026-08-14T23:00:00Z',
  '2126-08-14T23:00:00+14:00',
  '00000000-0000-0000-0000-000000000000',
  '1e9',
  '½',
  '۳',
]

interface Described {
  readonly type?: string
  readonly format?: string
  readonly enum?: readonly unknown[]
  readonly properties?: Readonly<Record<string, Described>>
  readonly items?: Described
  readonly oneOf?: readonly Described[]
  readonly anyOf?: readonly Described[]
  readonly minimum?: number
  readonly maximum?: number
  readonly minItems?: number
  readonly maxItems?: number
  readonly pattern?: string
}

const TABLE_IDS = foods.flatMap((f) => [f.id, ...f.forms.map((x) => x.id)])
const LINES = [
  '1.5 bu snap beans',
  '3 lb beets',
  '60 ears sweet corn',
  '2 cabbage',
  '1/0 bu okra',
  '½ ½ lb',
]

/** A value as a schema describes it; now and then one as it does not. */
export function valueFor(schema: Described, d: Dice, ids: () => string, key = ''): unknown {
  if (d.chance(0.03)) return d.pick(NASTY)
  if (schema.enum) return d.pick(schema.enum)
  const either = schema.oneOf ?? schema.anyOf
  if (either) return valueFor(d.pick(either), d, ids, key)
  switch (schema.type) {
    case 'object': {
      const entries = Object.entries(schema.properties ?? {}).filter(() => !d.chance(0.04))
      const made = Object.fromEntries(entries.map(([k, v]) => [k, valueFor(v, d, ids, k)]))
      return d.chance(0.02) ? { ...made, surprise: 1 } : made
    }
    case 'array': {
      const n = d.chance(0.01) ? 500 : (schema.minItems ?? 0) + d.below(3)
      return Array.from({ length: Math.min(n, 500) }, () =>
        valueFor(schema.items ?? {}, d, ids, key),
      )
    }
    case 'integer':
    case 'number': {
      const low = Math.max(schema.minimum ?? 0, -1000)
      const high = Math.min(schema.maximum ?? low + 30, low + 60)
      const n = low + d.next() * (high - low)
      return schema.type === 'integer' || d.chance(0.6) ? Math.round(n) : n
    }
    case 'boolean':
      return d.chance(0.5)
    default:
      return textFor(schema, key, d, ids)
  }
}

function textFor(schema: Described, key: string, d: Dice, ids: () => string): string {
  if (schema.format === 'uuid' || /(^|[a-z])I?d$/.test(key))
    return /^(food|form)Id$/.test(key) ? d.pick(TABLE_IDS) : ids()
  const pattern = schema.pattern ?? ''
  if (/\\d\\d-\(0\[1-9\]/.test(pattern)) return `2026-0${1 + d.below(9)}-1${d.below(9)}`
  if (/T\\d\\d/.test(pattern))
    return new Date(Date.UTC(2026, 7, 14, d.below(24), d.below(60))).toISOString()
  if (/\[01\]/.test(pattern)) return `1${d.below(9)}:${d.below(5)}0`
  if (key === 'form') return d.pick(TABLE_IDS)
  if (key === 'line' || key === 'text') return d.pick(LINES)
  if (key === 'ingredients') return `${d.pick(foods).name},water`
  if (key === 'zone') return 'America/Denver'
  if (key === 'kind') return d.pick(['salt', 'vinegar', 'started', 'locked', 'reading'])
  return `word ${d.below(1e6)}`
}
