import type { OwnJar, OwnRows } from '../../src/answers'

const jar = (id: string, more: Partial<OwnJar>): OwnJar => ({
  ...{ id, foodId: 'corn', jar: 'pint', mouth: 'regular', state: 'on-shelf', cannedOn: '2025-09-01', bestBy: '2026-09-01', useSoon: false, recipeId: null, hold: null, process: 'here', code: `ABCD-${id}`, loadId: 'l', costEach: null, goneOn: null, takenBy: null },
  ...more,
}) // prettier-ignore

/** A small pantry: ten pints of corn, seven quarts of carrots, some of both eaten. */
export const ownRows: OwnRows = {
  today: '2026-08-14',
  nowMinute: 17 * 60,
  jars: [
    ...Array.from({ length: 10 }, (_, i) => jar(String(i + 1), {})),
    ...Array.from({ length: 7 }, (_, i) => jar(`c${i}`, { foodId: 'carrots', jar: 'quart', costEach: 1.2 })),
    jar('e1', { state: 'eaten', goneOn: '2026-01-10', takenBy: 'Wren' }),
    jar('e2', { state: 'eaten', goneOn: '2026-08-10', takenBy: 'Ash' }),
    jar('e3', { foodId: 'carrots', jar: 'quart', state: 'eaten', goneOn: '2026-03-01', takenBy: 'Ash' }),
    jar('h', { foodId: 'carrots', jar: 'quart', hold: 'in-doubt' }),
  ],
  use: [{ foodId: 'corn', weeks: Array.from({ length: 40 }, () => 1) }],
  needs: [],
  lots: [{ id: 'lot', said: '1 bu snap beans', foodId: 'beans-snap', formId: 'beans-snap', jar: 'quart', lb: 30, arrivedOn: '2026-08-13', canBy: '2026-08-15', state: 'in-house' }],
  plan: [{ onDate: '2026-08-14', portions: [{ lotId: 'lot', jars: 14, jar: 'quart' }] }],
  loads: [{ id: 'l', code: 'ABCD', onDate: '2025-09-01', verdict: 'as-tested', reason: '', canner: 'The tall one' }],
  prices: { shop: { carrots: 3 } },
  currency: 'USD',
  tonight: { opens: 17 * 60, people: 2 },
} as unknown as OwnRows // prettier-ignore
