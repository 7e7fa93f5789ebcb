// A year's rows, made up: a good jar of beans, what a year is told from.
import { yearRecord, type Prices, type YearJar, type YearRows } from '../../src'

export const NO_PRICES: Prices = {
  lid: null,
  additions: null,
  fuel: null,
  jar: null,
  jarRuns: 20,
  shop: {},
}
export const jar = (more: Partial<YearJar> = {}): YearJar => ({
  foodId: 'beans-snap',
  jar: 'quart',
  cannedOn: '2026-08-03',
  loadId: 'load',
  state: 'on-shelf',
  seal: 'sealed',
  hold: null,
  cause: null,
  goneOn: null,
  costEach: null,
  ...more,
})
export const jars = (n: number, more: Partial<YearJar> = {}): YearJar[] =>
  Array.from({ length: n }, () => jar(more))
export const year = (more: Partial<YearRows>) =>
  yearRecord({
    year: 2026,
    today: '2027-01-10',
    jars: [],
    loads: [],
    yields: [],
    prices: NO_PRICES,
    ended: [],
    ...more,
  })
