import type { WaterRunWhy } from '@kelvit/core/words'

/** Why a run with water only is offered before the next load. */
export const WATER_RUN_OFFER: Readonly<Record<WaterRunWhy, string>> = {
  'after-winter':
    'It has stood for months. Run it once with water only before the next load, and see that it holds.',
  'new-gasket': 'It has a new gasket. Run it once with water only before the next load.',
  'bought-used':
    'It has never run here. Run it once with water only before its first load, and see that it holds.',
  other: 'Run it once with water only before the next load.',
}
