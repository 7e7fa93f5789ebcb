import {
  paths,
  type CannerRead,
  type Gauge,
  type GaugeTest,
  type Container,
  type CropWordRow,
  type JarGroup,
  type LidLot,
  type NeedRow,
  type ProcessCheck,
  type Recipe,
  type Supply,
  type BusyTimeRow,
  type CalendarFeed,
  type KitchenExceptionRow,
  type KitchenHoursRow,
  type SeasonLoad,
  type Jar,
  type LoadWithEvents,
  type FoodUse,
  type Lot,
  type InvitationRow,
  type Member,
  type MixedJarRow,
  type Session,
  type Setup,
  type Shelf,
} from '@kelvit/contract'
import type { LotYield } from '@kelvit/core'
import { queryOptions, useQuery } from '@tanstack/react-query'
import { caughtUp, isLogged, withShown } from './log'
import { ProblemFault, request, requestPlaced } from './request'

/** Lists that the log keeps up to date are only read anew to be sure. */
const SURE_MS = 10 * 60_000

const list = <T>(key: string, path: string) =>
  queryOptions({
    queryKey: [key],
    queryFn: async (): Promise<readonly T[]> => {
      for (;;) {
        const { body, seq } = await requestPlaced<readonly T[]>('GET', path)
        const now = caughtUp(key, body, seq)
        if (now) return withShown(key, now as readonly (T & { readonly id: string })[])
      }
    },
    ...(isLogged(key) ? { staleTime: SURE_MS } : {}),
  })

/** Null when nobody is signed in. */
export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async (): Promise<Session | null> => {
    try {
      return await request<Session>('GET', paths.session)
    } catch (error) {
      if (error instanceof ProblemFault && error.problem.status === 401) return null
      throw error
    }
  },
})
export const setupQuery = queryOptions({
  queryKey: ['setup'],
  queryFn: () => request<Setup>('GET', paths.setup),
})
const lotsQuery = list<Lot>('lots', paths.lots)
const yieldsQuery = list<LotYield>('yields', paths.yields)
const useQueryOf = list<FoodUse>('use', paths.use)
const loadsQuery = list<LoadWithEvents>('loads', paths.loads)
const jarsQuery = list<Jar>('jars', paths.jars)
const cannersQuery = list<CannerRead>('canners', paths.canners)
const gaugesQuery = list<Gauge>('gauges', paths.gauges)
const shelvesQuery = list<Shelf>('shelves', paths.shelves)
const containersQuery = list<Container>('containers', paths.containers)
const cropWordsQuery = list<CropWordRow>('crop-words', paths.cropWords)
const jarGroupsQuery = list<JarGroup>('jar-groups', paths.jarGroups)
const lidLotsQuery = list<LidLot>('lid-lots', paths.lidLots)
const suppliesQuery = list<Supply>('supplies', paths.supplies)
const needsQuery = list<NeedRow>('needs', paths.needs)
const checksQuery = list<ProcessCheck>('process-checks', paths.processChecks)
const recipesQuery = list<Recipe>('recipes', paths.recipes)
const mixedJarsQuery = list<MixedJarRow>('mixed-jars', paths.mixedJars)
const gaugeTestsQuery = list<GaugeTest>('gauge-tests', paths.gaugeTests)
const seasonLoadsQuery = list<SeasonLoad>('season-loads', paths.seasonLoads)
const kitchenHoursQuery = list<KitchenHoursRow>('kitchen-hours', paths.kitchenHours)
const exceptionsQuery = list<KitchenExceptionRow>('kitchen-exceptions', paths.kitchenExceptions)
const busyTimesQuery = list<BusyTimeRow>('busy-times', paths.busyTimes)
const feedsQuery = list<CalendarFeed>('calendar-feeds', paths.calendarFeeds)
export const membersQuery = list<Member>('members', paths.members)
export const invitationsQuery = list<InvitationRow>('invitations', paths.invitations)

/** Every list of a household: fetched when nothing else is wanted, so that each page opens without a network. */
export const WARM = [
  loadsQuery,
  jarsQuery,
  cannersQuery,
  lotsQuery,
  shelvesQuery,
  needsQuery,
  seasonLoadsQuery,
  yieldsQuery,
  useQueryOf,
  gaugesQuery,
  containersQuery,
  cropWordsQuery,
  jarGroupsQuery,
  lidLotsQuery,
  suppliesQuery,
  checksQuery,
  recipesQuery,
  mixedJarsQuery,
  gaugeTestsQuery,
  kitchenHoursQuery,
  exceptionsQuery,
  busyTimesQuery,
] as const

/** What the strip above every page is made of. */
const STRIP = [
  loadsQuery,
  lotsQuery,
  jarsQuery,
  needsQuery,
  seasonLoadsQuery,
  yieldsQuery,
  cannersQuery,
] as const

/** What the first page of a station reads besides, by the first part of its address. */
const FIRST: Readonly<Record<string, readonly (typeof WARM)[number][]>> = {
  '': [
    kitchenHoursQuery,
    exceptionsQuery,
    busyTimesQuery,
    jarGroupsQuery,
    lidLotsQuery,
    suppliesQuery,
  ],
  harvest: [containersQuery, cropWordsQuery],
  season: [jarGroupsQuery, lidLotsQuery, kitchenHoursQuery, exceptionsQuery, busyTimesQuery],
  pantry: [shelvesQuery, useQueryOf],
  gear: [jarGroupsQuery, lidLotsQuery, suppliesQuery, gaugesQuery],
  methods: [checksQuery],
}

/** The lists that a page shows when it opens. */
export const firstLists = (path: string): readonly (typeof WARM)[number][] => [
  ...STRIP,
  ...(FIRST[path.split('/')[1] ?? ''] ?? []),
]

export const useLots = () => useQuery(lotsQuery)
/** Lots that were canned whole, with what came of them. */
export const useYields = () => useQuery(yieldsQuery)
/** Jars of each food that were really eaten, a week. */
export const useFoodUse = () => useQuery(useQueryOf)
export const useLoads = () => useQuery(loadsQuery)

export const useJars = () => useQuery(jarsQuery)
export const useCanners = () => useQuery(cannersQuery)
export const useGauges = () => useQuery(gaugesQuery)
export const useShelves = () => useQuery(shelvesQuery)
export const useMixedJars = () => useQuery(mixedJarsQuery)
export const useGaugeTests = () => useQuery(gaugeTestsQuery)
export const useCropWords = () => useQuery(cropWordsQuery)
export const useContainers = () => useQuery(containersQuery)
export const useJarGroups = () => useQuery(jarGroupsQuery)
export const useLidLots = () => useQuery(lidLotsQuery)
export const useSupplies = () => useQuery(suppliesQuery)
export const useNeeds = () => useQuery(needsQuery)
export const useChecks = () => useQuery(checksQuery)
export const useRecipes = () => useQuery(recipesQuery)
export const useSeasonLoads = () => useQuery(seasonLoadsQuery)
export const useKitchenHours = () => useQuery(kitchenHoursQuery)
export const useKitchenExceptions = () => useQuery(exceptionsQuery)
export const useBusyTimes = () => useQuery(busyTimesQuery)
export const useFeeds = (enabled: boolean) => useQuery({ ...feedsQuery, enabled })
export const useMembers = () => useQuery(membersQuery)
