import type { Pack, JarSize, Mouth } from '@kelvit/core'

/** Jars of one lot in a load of the season plan. */
export interface SeasonPortion {
  readonly lotId: string
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
}

/** A load that the season plan puts on a day. It becomes a load when it is started at the stove. */
export interface SeasonLoad {
  readonly id: string
  readonly onDate: string
  readonly cannerId: string
  readonly portions: readonly SeasonPortion[]
  /** Stays where the keeper put it when the season is planned again. */
  readonly pinned: boolean
  readonly version: number
}

/** A whole plan in place of the one that was seen; a plan somebody changed meanwhile is a conflict. */
export interface NewSeasonPlan {
  readonly seen: readonly { readonly id: string; readonly version: number }[]
  readonly loads: readonly Omit<SeasonLoad, 'version'>[]
}

/** When the kitchen is free on a weekday; null when nobody cans. */
export interface KitchenHoursRow {
  readonly id: string
  /** Monday 1 to Sunday 7. */
  readonly weekday: number
  readonly opens: string | null
  readonly closes: string | null
  readonly people: number
  readonly version: number
}

/** One day that is not like its weekday. */
export interface KitchenExceptionRow {
  readonly id: string
  readonly onDate: string
  readonly opens: string | null
  readonly closes: string | null
  readonly people: number
  readonly note: string
  readonly version: number
}

/** A time in which nobody can stay at the stove. */
export interface BusyTimeRow {
  readonly id: string
  readonly onDate: string
  readonly from: string
  readonly until: string
  readonly what: string
  readonly source: 'said' | 'calendar'
  readonly version: number
}

/** What an imported calendar file came to. */
export interface CalendarImport {
  readonly times: number
  /** Events that were left out, in words. */
  readonly leftOut: readonly string[]
}

/** The secret address of the household's canning days; the address itself is only told once. */
export interface CalendarFeed {
  readonly id: string
  readonly createdAt: string
}
export interface NewCalendarFeed extends CalendarFeed {
  readonly path: string
}

/** A day sheet as it is printed. */
export interface PrintedDaySheet {
  readonly title: string
  readonly finish: string
  readonly loads: readonly { readonly name: string; readonly process: string }[]
  readonly steps: readonly { readonly at: string; readonly text: string; readonly who: string }[]
  readonly supplies: readonly { readonly name: string; readonly amount: string }[]
}
