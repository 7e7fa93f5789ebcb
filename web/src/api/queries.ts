import {
  paths,
  type CannerRead,
  type Container,
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
  type Lot,
  type InvitationRow,
  type Member,
  type Session,
  type Setup,
  type Shelf,
} from '@kelvit/contract'
import { queryOptions, useQuery } from '@tanstack/react-query'
import { ProblemFault, request } from './request'

const list = <T>(key: string, path: string) =>
  queryOptions({ queryKey: [key], queryFn: () => request<readonly T[]>('GET', path) })

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
const loadsQuery = list<LoadWithEvents>('loads', paths.loads)
const jarsQuery = list<Jar>('jars', paths.jars)
const cannersQuery = list<CannerRead>('canners', paths.canners)
const shelvesQuery = list<Shelf>('shelves', paths.shelves)
const containersQuery = list<Container>('containers', paths.containers)
const jarGroupsQuery = list<JarGroup>('jar-groups', paths.jarGroups)
const lidLotsQuery = list<LidLot>('lid-lots', paths.lidLots)
const suppliesQuery = list<Supply>('supplies', paths.supplies)
const needsQuery = list<NeedRow>('needs', paths.needs)
const checksQuery = list<ProcessCheck>('process-checks', paths.processChecks)
const recipesQuery = list<Recipe>('recipes', paths.recipes)
const seasonLoadsQuery = list<SeasonLoad>('season-loads', paths.seasonLoads)
const kitchenHoursQuery = list<KitchenHoursRow>('kitchen-hours', paths.kitchenHours)
const exceptionsQuery = list<KitchenExceptionRow>('kitchen-exceptions', paths.kitchenExceptions)
const busyTimesQuery = list<BusyTimeRow>('busy-times', paths.busyTimes)
const feedsQuery = list<CalendarFeed>('calendar-feeds', paths.calendarFeeds)
export const membersQuery = list<Member>('members', paths.members)
export const invitationsQuery = list<InvitationRow>('invitations', paths.invitations)

/** Which cached lists a changed table makes stale. */
export const staleBy: Readonly<Record<string, readonly string[]>> = {
  households: ['session'],
  members: ['members'],
  lots: ['lots'],
  loads: ['loads'],
  load_portions: ['loads'],
  load_events: ['loads'],
  jars: ['jars'],
  canners: ['canners'],
  gauge_tests: ['canners', 'gauge-tests'],
  shelves: ['shelves'],
  containers: ['containers'],
  jar_groups: ['jar-groups'],
  lid_lots: ['lid-lots'],
  supplies: ['supplies'],
  needs: ['needs'],
  process_checks: ['process-checks'],
  recipes: ['recipes'],
  season_loads: ['season-loads'],
  kitchen_hours: ['kitchen-hours'],
  kitchen_exceptions: ['kitchen-exceptions'],
  busy_times: ['busy-times'],
  calendar_feeds: ['calendar-feeds'],
}

export const useLots = () => useQuery(lotsQuery)
export const useLoads = () => useQuery(loadsQuery)
export const useJars = () => useQuery(jarsQuery)
export const useCanners = () => useQuery(cannersQuery)
export const useShelves = () => useQuery(shelvesQuery)
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
