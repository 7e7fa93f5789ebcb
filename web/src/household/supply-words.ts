import { jarName, type SupplyBalance } from '@kelvit/core'

/** "Lids, regular", "Empty quarts, wide", "Citric acid, tsp": a thing that runs out, as in a list. */
export function supplyName({ key }: Pick<SupplyBalance, 'key'>): string {
  switch (key.kind) {
    case 'lids':
      return `Lids, ${key.mouth ?? ''}`
    case 'bands':
      return `Bands, ${key.mouth ?? ''}`
    case 'jars':
      return `Empty ${jarName(key.jar ?? 'quart')}, ${key.mouth ?? ''}`
    case 'citric-acid':
      return 'Citric acid, tsp'
    case 'salt':
      return 'Canning salt, tsp'
    default:
      return key.kind
  }
}

/** "108 regular quarts", "6 teaspoons of citric acid": how much of it is missing, in a sentence. */
export function shortWords({ key, short }: Pick<SupplyBalance, 'key' | 'short'>): string {
  const n = Math.ceil(short)
  switch (key.kind) {
    case 'lids':
      return `${n} ${key.mouth ?? ''} ${n === 1 ? 'lid' : 'lids'}`
    case 'bands':
      return `${n} ${key.mouth ?? ''} ${n === 1 ? 'band' : 'bands'}`
    case 'jars':
      return `${n} empty ${key.mouth ?? ''} ${jarName(key.jar ?? 'quart')}`
    case 'citric-acid':
      return `${n} teaspoons of citric acid`
    case 'salt':
      return `${n} teaspoons of canning salt`
    default:
      return `${n} of ${key.kind}`
  }
}
