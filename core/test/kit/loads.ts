// Loads and the words for what happens to them, for the tests of the load machine.
import type { LoadEventKind, LoadSetup } from '@kelvit/core'

export const ANY_KIND: readonly LoadEventKind[] = [
  'started',
  'filling-began',
  'locked',
  'steam-steady',
  'steam-faltered',
  'weight-on',
  'reading',
  'at-pressure',
  'still-rocking',
  'pressure-fell',
  'heat-off',
  'pressure-zero',
  'lock-dropped',
  'weight-off',
  'opened',
  'unloaded',
  'seals-checked',
  'aborted',
  'note',
  'retracted',
]

export const dial: LoadSetup = {
  regulatedBy: 'dial',
  psi: 12,
  minutes: 25,
  gaugeErrorPsi: 0,
  restMinutes: 10,
}
export const weighted: LoadSetup = { ...dial, regulatedBy: 'weighted', psi: 15 }
