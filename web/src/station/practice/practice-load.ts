import type { CannerRead, LoadEventRow, LoadWithEvents } from '@kelvit/contract'
import {
  cannerClasses,
  foldLoad,
  judgeLoad,
  learnTimes,
  lessonSetup,
  psi,
  type Lesson,
  type LoadEvent,
} from '@kelvit/core'

const row = (e: LoadEvent): LoadEventRow => ({
  id: e.id,
  loadId: 'practice',
  at: new Date(e.at).toISOString(),
  happenedAt: e.happenedAt == null ? null : new Date(e.happenedAt).toISOString(),
  heardAt: null,
  kind: e.kind,
  by: e.by ?? null,
  psi: e.psi ?? null,
  text: e.text ?? null,
  eventId: e.eventId ?? null,
  source: e.source ?? null,
  doubtIds: null,
  seen: null,
})

/** A load that exists only here, in the form in which the stove's panel reads one. */
export function practiceLoad(lesson: Lesson, events: readonly LoadEvent[]): LoadWithEvents {
  const setup = lessonSetup(lesson)
  const state = foldLoad(setup, events)
  const { jars, jar, pack } = lesson.options
  return {
    id: 'practice',
    code: 'practice',
    cannerId: 'practice',
    startsAt: new Date(0).toISOString(),
    setup,
    plannedSetup: null,
    processes: [],
    portions:
      jars === 0
        ? []
        : [
            {
              id: 'practice',
              loadId: 'practice',
              position: 0,
              lotId: null,
              formId: 'beans-snap',
              pack,
              jar,
              mouth: 'regular',
              jars,
              filled: null,
              fromJars: null,
              jarOf: null,
            },
          ],
    stage: state.stage,
    note: '',
    version: 1,
    events: events.map(row),
    judgement: judgeLoad(setup, state),
  }
}

/** The canner of a lesson, as Gear would show it. */
export function practiceCanner(lesson: Lesson): CannerRead {
  const kind = cannerClasses.find((c) => c.id === lesson.options.size)
  if (!kind) throw new Error('there is no such canner')
  return {
    id: 'practice',
    name: 'Practice canner',
    classId: kind.id,
    gauge: lesson.gauge,
    regulatedBy: lesson.gauge,
    ...{ dialMarks: null, standsOn: null, burnerLimitLb: null, emptyLb: null },
    ...{ waterRuns: [], lastRanOn: null },
    capacity: kind.capacity,
    minimum: { quart: 2, pint: 4 },
    innerDiameterIn: kind.innerDiameterIn,
    innerHeightIn: kind.innerHeightIn,
    seal: 'gasket',
    waterIn: 3,
    rangeNote: '',
    manual: '',
    stageMinutes: kind.stageMinutes,
    defects: [],
    inspectedOn: '2026-01-01',
    retired: false,
    version: 1,
    learned: learnTimes(kind.stageMinutes, []),
    blocks: [],
    lastTest: { testedOn: '2026-01-01', errorPsi: psi(lesson.options.faults?.dialHighPsi ?? 0) },
  }
}
