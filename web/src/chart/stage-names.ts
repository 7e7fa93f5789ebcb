import type { TimedStage } from '@kelvit/core'

/** The stages of a load in the few letters that a drawing has room for. */
export const STAGE_NAMES: Readonly<Record<TimedStage, string>> = {
  prepare: 'prepare',
  cook: 'cook',
  fill: 'fill',
  heat: 'heat',
  vent: 'vent',
  climb: 'climb',
  process: 'process',
  cool: 'cool',
  rest: 'rest',
  unload: 'out',
}
