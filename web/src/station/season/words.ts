import {
  showMinutes,
  type JarMove,
  type PlanComplaint,
  type PlanCost,
  type WhatIf,
} from '@kelvit/core'
import { plural, showDay } from '../../household/words'

const FAULTS: Readonly<Record<PlanComplaint['fault'], (by: number) => string>> = {
  'no-lot': () => 'its lot is gone',
  refused: () => 'there is no tested process for it on that canner',
  'pressures-differ': () => 'its foods have no process at one pressure there',
  'over-processed': (by) => `some jars would get ${by} minutes more than they need`,
  capacity: (by) =>
    by > 0 ? `that canner takes ${plural(by, 'jar')} fewer` : 'its jars do not fit together',
  minimum: (by) => `that canner needs ${plural(by, 'jar')} more in a load`,
  'not-here': () => 'it is not in the house yet',
  'past-can-by': () => 'it is past its can-by',
  closed: () => 'the kitchen is not open that day',
  untested: () => 'that canner’s dial needs a test first',
  'too-long': (by) => `the day would be ${showMinutes(by)} too long`,
  'too-many-jars': (by) => `the lot has ${plural(by, 'jar')} fewer`,
  'no-supplies': (by) => `${plural(by, 'jar or lid', 'jars or lids')} would be short by then`,
}

/** Why a load cannot be put somewhere, null when it can. */
export function refusalOf(complaints: readonly PlanComplaint[]): string | null {
  const [first] = complaints
  return first ? FAULTS[first.fault](first.by) : null
}

/** What a change costs, in the order of its weight: "2 jars lost, 25 min more past closing". */
export function costWords(change: PlanCost): string {
  const parts = [
    change.lost > 0 && `${plural(change.lost, 'jar')} lost`,
    change.lost < 0 && `${plural(-change.lost, 'jar')} saved`,
    change.faded > 0.05 && `${change.faded.toFixed(1)} jars’ worth of quality lost`,
    change.faded < -0.05 && `fresher by ${(-change.faded).toFixed(1)} jars’ worth`,
    change.loads < 0 && `${plural(-change.loads, 'load')} fewer`,
    change.days > 0 && `${plural(change.days, 'canning day')} more`,
    change.days < 0 && `${plural(-change.days, 'canning day')} fewer`,
    change.late > 0.5 && `${showMinutes(change.late)} more past closing`,
    change.late < -0.5 && `${showMinutes(-change.late)} less past closing`,
    change.longest >= 30 && `the longest day ${showMinutes(change.longest)} longer`,
    change.longest <= -30 && `the longest day ${showMinutes(-change.longest)} shorter`,
    change.foods > 0 && `${plural(change.foods, 'food')} more beside others on a day`,
    change.foods < 0 && `${plural(-change.foods, 'food')} fewer beside others on a day`,
  ].filter((x) => typeof x === 'string')
  return parts.length > 0 ? parts.join(', ') : 'costs nothing'
}

const WHY: Readonly<Record<JarMove['why'], string>> = {
  closed: 'the kitchen is not open then',
  'can-by': 'it is not in the house, or past its can-by, then',
  'new-jars': 'new in the plan',
  gone: 'the lot is gone',
  fuller: 'evens out the days',
  'left-out': 'no jar, lid or time is left for it',
}

/** "from Sat 15 Aug to Tue 18 Aug". */
export function moveWords(move: JarMove): string {
  if (move.from && move.to) return `from ${showDay(move.from)} to ${showDay(move.to)}`
  return move.to ? `on ${showDay(move.to)}` : `no longer on ${showDay(move.from ?? '')}`
}
export const whyWords = (move: JarMove): string => WHY[move.why]

/** A what-if as a question people ask. */
export function askWords(ask: WhatIf | null): string {
  switch (ask?.kind) {
    case undefined:
      return 'Your plan now'
    case 'canner':
      return `With a ${ask.classId} canner more`
    case 'lost-days':
      return `Without ${ask.dates.map(showDay).join(', ')}`
    case 'helper':
      return 'With one helper more'
    case 'supplies':
      return `With ${ask.pieces} more jars and lids of each kind`
    case 'frost':
      return 'Frost tonight'
  }
}
