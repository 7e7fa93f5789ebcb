import type { WaterRunWhy } from '@kelvit/core/words'

/** Why a run with water only is offered before the next load. */
export const WATER_RUN_OFFER: Readonly<Record<WaterRunWhy, string>> = {
  'after-winter':
    'Run it once with water only before the next load, and check that it holds pressure. You haven’t used it for months.',
  'new-gasket': 'Run it once with water only before the next load. It has a new gasket.',
  'bought-used':
    'Run it once with water only before its first load, and check that it holds pressure.',
  other: 'Run it once with water only before the next load.',
}
