import { paths, type LoadWithEvents, type Lot, type Jar } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
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

/**
 * One load, also one that is long over: the list holds those that are not, and recent ones.
 * Null when there is no such load.
 */
export function useLoad(id: string) {
  const list = useLoads()
  const listed = list.data?.find((l) => l.id === id)
  const asked = useQuery({
    queryKey: ['load', id],
    queryFn: () => orNull<LoadWithEvents>(`${paths.loads}/${id}`),
    enabled: id !== '' && !listed && !list.isPending,
  })
  return listed ? { ...list, data: listed } : asked
}

/** One lot, also one that is canned or eaten. Null when there is no such lot in this household. */
export function useLot(id: string) {
  const list = useLots()
  const listed = list.data?.find((l) => l.id === id)
  const asked = useQuery({
    queryKey: ['lot', id],
    queryFn: () => orNull<Lot>(`${paths.lots}/${id}`),
    enabled: id !== '' && !listed && !list.isPending,
  })
  return listed ? { ...list, data: listed } : asked
}

/** One jar, also one that is gone. Null when there is no such jar in this household. */
export function useJar(id: string) {
  const list = useJars()
  const listed = list.data?.find((j) => j.id === id)
  const asked = useQuery({
    queryKey: ['jar', id],
    queryFn: () => orNull<Jar>(`${paths.jars}/${id}`),
    enabled: id !== '' && !listed && !list.isPending,
  })
  return listed ? { ...list, data: listed } : asked
}

/** The jar with a short code: one that is known here, also without a network; else the server is asked. */
export function useJarOfCode(code: string) {
  const list = useJars()
  const listed = list.data?.find((j) => j.code === code.trim().toUpperCase())
  const asked = useQuery({
    queryKey: ['jar', 'code', code.trim().toUpperCase()],
    queryFn: () => orNull<Jar>(`${paths.jarCodes}/${encodeURIComponent(code.trim())}`),
    enabled: code.trim() !== '' && !listed && !list.isPending,
  })
  return listed ? { ...list, data: listed } : asked
}

/** Every jar that came of a load, whatever became of it. */
export const useJarsOfLoad = (id: string) =>
  useQuery({
    queryKey: ['load', id, 'jars'],
    queryFn: async () => (await orNull<readonly Jar[]>(`${paths.loads}/${id}/jars`)) ?? [],
  })
