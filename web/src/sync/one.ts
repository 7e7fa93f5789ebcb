import { paths, type LoadWithEvents, type Lot, type Jar, type JarWithTaker } from '@kelvit/contract'
import { useQuery, type UseQueryResult } from '@tanstack/react-query'
import { useLoads, useLots, useJars } from './queries'
import { ProblemFault, request } from './request'

// One row by itself, also one that is long over.

/** A read whose answer may be that there is no such thing: null then. */
async function orNull<T>(path: string): Promise<T | null> {
  try {
    return await request<T>('GET', path)
  } catch (error) {
    if (error instanceof ProblemFault && error.problem.status === 404) return null
    throw error
  }
}

/** What the list holds; else what the server says when it is asked at `path`. */
function useOne<T>(
  list: UseQueryResult<readonly T[]>,
  is: (row: T) => boolean,
  key: readonly string[],
  path: string,
) {
  const listed = list.data?.find(is)
  const asked = useQuery({
    queryKey: key,
    queryFn: () => orNull<T>(path),
    enabled: key.every((k) => k !== '') && !listed && !list.isPending,
  })
  return listed ? { ...list, data: listed } : asked
}

/**
 * One load, also one that is long over: the list holds those that are not, and recent ones.
 * Null when there is no such load.
 */
export const useLoad = (id: string) =>
  useOne<LoadWithEvents>(useLoads(), (l) => l.id === id, ['load', id], `${paths.loads}/${id}`)

/** One lot, also one that is canned or eaten. Null when there is no such lot in this household. */
export const useLot = (id: string) =>
  useOne<Lot>(useLots(), (l) => l.id === id, ['lot', id], `${paths.lots}/${id}`)

/** One jar, also one that is gone. Null when there is no such jar in this household. */
export const useJar = (id: string) =>
  useOne<Jar>(useJars(), (j) => j.id === id, ['jar', id], `${paths.jars}/${id}`)

/** The jar with a short code: one that is known here, also without a network; else the server is asked. */
export function useJarOfCode(said: string) {
  const code = said.trim().toUpperCase()
  return useOne<Jar>(
    useJars(),
    (j) => j.code === code,
    ['jar', 'code', code],
    `${paths.jarCodes}/${encodeURIComponent(code)}`,
  )
}

/** Every jar that came of a load, whatever became of it. */
export const useJarsOfLoad = (id: string) =>
  useQuery({
    queryKey: ['load', id, 'jars'],
    queryFn: async () => (await orNull<readonly JarWithTaker[]>(`${paths.loads}/${id}/jars`)) ?? [],
  })
