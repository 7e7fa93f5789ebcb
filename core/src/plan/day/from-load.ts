import type { JarSize } from '../../words'
import { stageSpans, type TimedStage } from '../../load/stages'
import type { StageMinutes } from '../../load/types'
import { pieces, type DayLoad } from './types'

/** What a day sheet is told of a load. */
export interface DayLoadFacts {
  readonly id: string
  readonly cannerId: string
  readonly canBy: string
  readonly jar: JarSize
  readonly jars: number
  /** Hands-on minutes of preparing everything in it. */
  readonly prepMin: number
  readonly processMinutes: number
  /** Minutes that it boils or simmers before it is filled. */
  readonly cookMin?: number
  readonly stageMinutes: StageMinutes
}

/** A load's stages in whole minutes, rounded up so that the sheet is never too short. */
export function dayLoadOf(facts: DayLoadFacts): DayLoad {
  const spans = stageSpans({ ...facts, prepMinPerQuart: 0 }, facts.stageMinutes)
  const minutes = new Map(spans.map((s) => [s.stage, Math.ceil(s.minutes - 1e-9)]))
  // Sums of parts differ in their last digits by the order they were added in.
  const prepMin = Math.round(facts.prepMin * 1000) / 1000
  const parts = pieces(prepMin)
  minutes.set('prepare', parts * Math.ceil(prepMin / parts - 1e-9))
  const of = (stage: TimedStage): number => minutes.get(stage) ?? 0
  return {
    id: facts.id,
    cannerId: facts.cannerId,
    canBy: facts.canBy,
    stages: {
      prepare: of('prepare'),
      cook: of('cook'),
      fill: of('fill'),
      heat: of('heat'),
      vent: of('vent'),
      climb: of('climb'),
      process: of('process'),
      cool: of('cool'),
      rest: of('rest'),
      unload: of('unload'),
    },
  }
}
