import { cookMinutes } from '../../harvest/ahead'
import { prepMinutes } from '../../harvest/estimate'
import { processFor, type Kitchen, type PortionAsked } from '../../kitchen'
import { restingHere } from '../../load/stages'
import type { StageMinutes } from '../../load/types'
import { additionsPerJar } from '../../method/additions'
import { formOf } from '../../method/foods'
import type { Process, Refusal } from '../../method/data/types'
import type { GaugeKind, JarSize } from '../../words'
import { dayLoadOf } from '../day/from-load'
import type { DayLoad } from '../day/types'

/** Jars of one kind that go into a load. */
export interface PortionToCan extends PortionAsked {
  readonly jar: JarSize
  readonly jars: number
}

/** A canner as a load is planned on it; its times as they are known by now. */
export interface CannerToRun {
  readonly id: string
  readonly regulatedBy: GaugeKind
  readonly stageMinutes: StageMinutes
}

/** A load that is to be run, as everybody shows it. */
export interface PlannedLoad {
  readonly outcome: 'planned'
  /** The process of each portion, in order. */
  readonly processes: readonly Process[]
  /** Its stages in whole minutes, for a day's sheet. */
  readonly day: DayLoad
}

interface LoadToPlan {
  readonly id: string
  readonly portions: readonly PortionToCan[]
  /** The first day on which something in it spoils, ISO date; left out where nobody asks. */
  readonly canBy?: string
  /** What a running load is held for, minutes, whatever the tables say by now. */
  readonly held?: number
}

/**
 * What a planned load comes to in this kitchen: its processes, how long each stage takes, by
 * the canner's own times and the household's rest. The day sheet, Today, the calendar and the
 * season's days all read this.
 * @returns the first refusal met; never for a load that is held already.
 */
export function plannedLoad(
  { id, portions, canBy = '9999-12-31', held }: LoadToPlan,
  canner: CannerToRun,
  kitchen: Kitchen,
): PlannedLoad | Refusal {
  const found = portions.map((p) => processFor(kitchen, p, canner.regulatedBy))
  const refused = found.find((p) => p.outcome === 'refused')
  if (refused && held === undefined) return refused
  const processes = found.filter((p) => p.outcome === 'process')
  return {
    outcome: 'planned',
    processes,
    day: dayLoadOf({
      ...{ id, cannerId: canner.id, canBy },
      jar: portions[0]?.jar ?? 'quart',
      jars: portions.reduce((n, p) => n + p.jars, 0),
      prepMin: prepMinutes(portions),
      cookMin: cookMinutes(portions),
      processMinutes: held ?? Math.max(0, ...processes.map((p) => p.minutes)),
      stageMinutes: restingHere(canner, kitchen).stageMinutes,
    }),
  }
}

/** Teaspoons of what jars draw besides the food: acid where it is required, salt where it is wanted. */
export function suppliesOf(
  portions: readonly PortionToCan[],
  salt: boolean,
): { readonly citricAcidTsp: number; readonly saltTsp: number } {
  let citricAcidTsp = 0
  let saltTsp = 0
  for (const p of portions) {
    const form = formOf(p.formId)?.form
    if (!form) continue
    const one = additionsPerJar(form, p.jar)
    citricAcidTsp += p.jars * (one.acid?.citricAcidTsp ?? 0)
    if (salt) saltTsp += p.jars * one.saltTsp
  }
  return { citricAcidTsp, saltTsp }
}
