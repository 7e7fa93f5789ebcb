// What Records and Household ask for: fetched with those pages, not with the first one.
import {
  paths,
  type AccessToken,
  type LogbookLine,
  type PastPage,
  type Planting,
  type SealRate,
  type YearOnRecord,
} from '@kelvit/contract'
import type { YearRecord } from '@kelvit/core'
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { request } from './request'

/** How many jars sealed, by food, canner and lids. */
export const useSealRates = () =>
  useQuery({
    queryKey: ['seal-rates'],
    queryFn: () => request<readonly SealRate[]>('GET', paths.sealRates),
  })

/**
 * Loads that are over, page by page, the newest first.
 * @param asked what the address says of them: words, judgement, canner, food, days.
 */
export const useLogbook = (asked: string) =>
  useInfiniteQuery({
    queryKey: ['load', 'logbook', asked],
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams(asked)
      query.set('limit', '30')
      if (pageParam) query.set('before', pageParam)
      return request<PastPage<LogbookLine>>('GET', `${paths.logbook}?${query}`)
    },
    initialPageParam: '',
    getNextPageParam: (page) => page.before,
    placeholderData: keepPreviousData,
  })

/** Tokens of other programs: one's own, a keeper's view is of everybody's. */
export const useTokens = () =>
  useQuery({
    queryKey: ['tokens'],
    queryFn: () => request<readonly AccessToken[]>('GET', paths.tokens),
  })

/** Beds with their harvest windows. */
export const usePlantings = () =>
  useQuery({
    queryKey: ['plantings'],
    queryFn: () => request<readonly Planting[]>('GET', paths.plantings),
  })

/** Years of which something is on record, the latest first. */
export const useYears = () =>
  useQuery({
    queryKey: ['years'],
    queryFn: () => request<readonly YearOnRecord[]>('GET', paths.years),
  })
/** What one year brought. */
export const useYear = (year: number) =>
  useQuery({
    queryKey: ['years', year],
    queryFn: () => request<YearRecord>('GET', `${paths.years}/${year}`),
    enabled: year > 0,
    placeholderData: keepPreviousData,
  })
