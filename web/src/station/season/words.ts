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

const more = (n: number, what: string): string => `${n} more ${what}${n === 1 ? '' : 's'}`
const fewer = (n: number, what: string): string => `${n} fewer ${what}${n === 1 ? '' : 's'}`

/** What a change costs, in the order of its weight: "2 jars lost, 25 min more past closing". */
export function costWords(change: PlanCost): string {
  const parts = costParts(change)
  return parts.length > 0 ? parts.join(', ') : 'costs nothing'
}

/** The same, each thing by itself; none where nothing changes. */
export function costParts(change: PlanCost): readonly string[] {
  return [
    change.lost > 0 && `${plural(change.lost, 'jar')} lost`,
    change.lost < 0 && `${plural(-change.lost, 'jar')} saved`,
    change.spare > 0 && `${plural(change.spare, 'jar')} more to eat, freeze or give`,
    change.spare < 0 && `${plural(-change.spare, 'jar')} more on the shelf`,
    change.faded > 0.05 && `${change.faded.toFixed(1)} jars’ worth of quality lost`,
    change.faded < -0.05 && `fresher by ${(-change.faded).toFixed(1)} jars’ worth`,
    change.loads > 0 && more(change.loads, 'load'),
    change.loads < 0 && fewer(-change.loads, 'load'),
    change.days > 0 && more(change.days, 'canning day'),
    change.days < 0 && fewer(-change.days, 'canning day'),
    change.late > 0.5 && `${showMinutes(change.late)} more past closing`,
    change.late < -0.5 && `${showMinutes(-change.late)} less past closing`,
    change.longest >= 30 && `the longest day ${showMinutes(change.longest)} longer`,
    change.longest <= -30 && `the longest day ${showMinutes(-change.longest)} shorter`,
    change.foods > 0 && `${more(change.foods, 'food')} on mixed days`,
    change.foods < 0 && `${fewer(-change.foods, 'food')} on mixed days`,
  ].filter((x) => typeof x === 'string')
}

const WHY: Readonly<Record<JarMove['why'], string>> = {
  closed: 'the kitchen isn’t open then',
  'can-by': 'it isn’t in the house then, or it’s past its can-by day',
  'new-jars': 'new in the plan',
  gone: 'the lot is gone',
  untested: 'the dial needs a test first',
  'too-long': 'that day is too long now',
  short: 'jars or lids would be short',
  room: 'makes room for others',
  'left-out': 'there’s no jar, lid or time left for it',
  'not-wanted': 'more than you need, or too few for a load',
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
      return 'As it is now'
    case 'canner':
      return `With another ${ask.classId} canner`
    case 'lost-days':
      return `Without ${ask.dates.map(showDay).join(', ')}`
    case 'helper':
      return 'With one more helper'
    case 'supplies':
      return `With ${ask.pieces} more jars and lids of each kind`
    case 'frost':
      return 'Frost tonight'
  }
}
