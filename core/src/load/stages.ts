import { minutes, type Minutes } from '../quantity/units'
import type { JarSize } from '../words'
import { quartsOf } from '../method/jar-size'
import type { StageMinutes } from './types'

/** The stages of a load that take time, in order. */
export type TimedStage =
  'prepare' | 'cook' | 'fill' | 'heat' | 'vent' | 'climb' | 'process' | 'cool' | 'rest' | 'unload'

/** What a stage asks of people: hands, a look now and then, one person's eyes, one in sight, nothing. */
export type Attention = 'hands' | 'look' | 'eyes' | 'sight' | 'none'

export const ATTENTION: Readonly<Record<TimedStage, Attention>> = {
  prepare: 'hands',
  cook: 'look',
  fill: 'hands',
  heat: 'look',
  vent: 'look',
  climb: 'eyes',
  process: 'sight',
  cool: 'none',
  rest: 'none',
  unload: 'hands',
}

export interface StageSpan {
  readonly stage: TimedStage
  readonly minutes: number
}

export interface LoadOutline {
  readonly jars: number
  readonly jar: JarSize
  readonly prepMinPerQuart: number
  readonly processMinutes: number
  /** Minutes that it boils or simmers before it is filled. */
  readonly cookMin?: number
}

/** How long each stage of a load takes, minutes, in order. Venting and rest never under 10. */
export function stageSpans(load: LoadOutline, canner: StageMinutes): readonly StageSpan[] {
  const span = (stage: TimedStage, minutes: number): StageSpan => ({ stage, minutes })
  return [
    span('prepare', load.jars * quartsOf(load.jar) * load.prepMinPerQuart),
    span('cook', load.cookMin ?? 0),
    span('fill', canner.fillMinFixed + canner.fillMinPerJar * load.jars),
    span('heat', canner.heatMin),
    span('vent', Math.max(10, canner.ventMin)),
    span('climb', canner.climbMin),
    span('process', load.processMinutes),
    span('cool', canner.coolMin),
    span('rest', Math.max(10, canner.restMin)),
    span('unload', canner.unloadMin),
  ]
}

/** Minutes of rest after the weight is off: as the canner's manual and the household say, whichever is longer; never under 10. */
export const restOf = (canner: Pick<StageMinutes, 'restMin'>, restMinutes: number): Minutes =>
  minutes(Math.max(10, canner.restMin, restMinutes))

/** A canner as it is planned with in a household: its rest is the one that will be kept at the stove. */
export const restingHere = <C extends { readonly stageMinutes: StageMinutes }>(
  canner: C,
  settings: { readonly restMinutes: number },
): C => ({
  ...canner,
  stageMinutes: {
    ...canner.stageMinutes,
    restMin: restOf(canner.stageMinutes, settings.restMinutes),
  },
})

export const totalMinutes = (spans: readonly StageSpan[]): number =>
  spans.reduce((sum, s) => sum + s.minutes, 0)

/** Minutes in which somebody's hands are busy. */
export const handsMinutes = (spans: readonly StageSpan[]): number =>
  totalMinutes(spans.filter((s) => ATTENTION[s.stage] === 'hands'))

const LEARN_FROM = 10

/**
 * A stage time learned from this canner's own loads: the median of the last
 * ten with the first guess counted as two of the observations.
 * @param observed minutes, oldest first.
 */
export function learnStageMinutes(firstGuess: number, observed: readonly number[]): number {
  const sane = observed.filter((m) => m > 0 && m < 600).slice(-LEARN_FROM)
  const all = [...sane, firstGuess, firstGuess].sort((a, b) => a - b)
  const mid = all.length / 2
  const upper = all[Math.floor(mid)] ?? firstGuess
  const lower = all[Math.ceil(mid) - 1] ?? firstGuess
  return (upper + lower) / 2
}
