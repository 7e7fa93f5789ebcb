import { addDays, daysBetween } from '../../time/dates'
import { frostTakes } from '../../harvest/frost'
import { cannerClasses, MINIMUM_LOAD } from '../../load/canner-classes'
import type { SeasonRecords } from './from-records'

/** A question about the season, asked on a copy. */
export type WhatIf =
  | { readonly kind: 'canner'; readonly classId: string }
  | { readonly kind: 'lost-days'; readonly dates: readonly string[] }
  | { readonly kind: 'helper' }
  | { readonly kind: 'supplies'; readonly pieces: number }
  | { readonly kind: 'frost' }

/** The name under which a canner that is only thought of is planned. */
export const THOUGHT_CANNER = 'thought-of-canner'

/** The records as they would be. */
export function suppose(records: SeasonRecords, ask: WhatIf): SeasonRecords {
  switch (ask.kind) {
    case 'canner':
      return withCanner(records, ask.classId)
    case 'lost-days':
      return withoutDays(records, ask.dates)
    case 'helper':
      return withHelper(records)
    case 'supplies':
      return {
        ...records,
        stock: records.stock.map((s) => ({ ...s, onHand: s.onHand + ask.pieces })),
      }
    case 'frost':
      return withFrost(records)
  }
}

function withCanner(records: SeasonRecords, classId: string): SeasonRecords {
  const kind = cannerClasses.find((c) => c.id === classId)
  if (!kind) throw new RangeError(`there is no canner class ${classId}`)
  const canner = {
    id: THOUGHT_CANNER,
    name: kind.name,
    capacity: kind.capacity,
    minimum: MINIMUM_LOAD,
    stageMinutes: kind.stageMinutes,
    // One that must be tested first would say nothing yet; a weight needs no test.
    regulatedBy: kind.gauge === 'dial' ? ('dial' as const) : ('weighted' as const),
  }
  return { ...records, canners: [...records.canners, canner] }
}

function withoutDays(records: SeasonRecords, dates: readonly string[]): SeasonRecords {
  const lost = new Set(dates)
  const exceptions = records.calendar.exceptions.filter((e) => !lost.has(e.onDate))
  const shut = dates.map((onDate) => ({ onDate, opens: null, closes: null, people: 0 }))
  return { ...records, calendar: { ...records.calendar, exceptions: [...exceptions, ...shut] } }
}

function withHelper(records: SeasonRecords): SeasonRecords {
  const more = <T extends { readonly people: number }>(day: T): T => ({
    ...day,
    people: day.people + 1,
  })
  const { calendar } = records
  return {
    ...records,
    calendar: {
      ...calendar,
      hours: calendar.hours.map(more),
      exceptions: calendar.exceptions.map((e) => (e.opens === null ? e : more(e))),
    },
  }
}

/**
 * What is tender and grown by now comes in today and keeps as long from today as it would
 * have; what is not grown yet does not come any more.
 */
function withFrost(records: SeasonRecords): SeasonRecords {
  const { today } = records
  const { bring, lost } = frostTakes(
    records.lots.filter((l) => l.expected),
    today,
  )
  const lots = records.lots
    .filter((lot) => !lost.includes(lot))
    .map((lot) => {
      if (!bring.includes(lot) || lot.arrivedOn <= today) return lot
      const keeps = Math.max(0, daysBetween(lot.arrivedOn, lot.canBy))
      return {
        ...lot,
        readyFrom: null,
        arrivedOn: today,
        canBy: addDays(today, keeps),
        expected: false,
      }
    })
  return { ...records, lots }
}
