import type { Jar, LoadWithEvents, Lot } from '@kelvit/contract'
import {
  answerLine,
  isOpenLot,
  readWeighIn,
  searchFoods,
  shortName,
  shortFood,
  saidFood,
  foodIdOf,
} from '@kelvit/core'
import MiniSearch from 'minisearch'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useHousehold, useToday } from '../household/session'
import { showDay } from '../household/words'
import {
  membersQuery,
  useCanners,
  useContainers,
  useCropWords,
  useJars,
  useLoads,
  useLots,
  useShelves,
  useYields,
} from '../sync/queries'
import { PAGES, type Hit } from './find-pages'

const MOST = 9

/** Pages and the household's own things, by name and by the words people have for them. */
function useIndex(): MiniSearch<Hit> {
  const [lots, canners, shelves] = [useLots().data, useCanners().data, useShelves().data]
  const people = useQuery(membersQuery).data
  return useMemo(() => {
    const index = new MiniSearch<Hit>({
      idField: 'key',
      fields: ['name', 'words'],
      storeFields: ['key', 'name', 'about', 'to'],
      searchOptions: {
        boost: { name: 3 },
        prefix: true,
        fuzzy: (term) => (term.length > 5 ? 0.3 : term.length > 4 ? 0.2 : false),
        combineWith: 'AND',
      },
    })
    index.addAll(PAGES.map((p, i) => ({ ...p, key: `page ${i}` })))
    index.addAll((lots ?? []).filter(isOpenLot).map(lotHit))
    index.addAll(
      (canners ?? []).map((c) => ({
        ...{ key: `canner ${c.id}`, name: c.name, about: 'canner', to: '/gear' },
      })),
    )
    index.addAll(
      (shelves ?? []).map((s) => ({
        ...{ key: `shelf ${s.id}`, name: s.name, about: 'shelf', to: `/pantry?place=${s.id}` },
      })),
    )
    index.addAll(
      (people ?? []).map((m) => ({
        ...{ key: `member ${m.id}`, name: m.name, about: m.role, to: '/household' },
      })),
    )
    return index
  }, [lots, canners, shelves, people])
}

const lotHit = (lot: Lot): Hit => ({
  key: `lot ${lot.id}`,
  name: `${shortFood(foodIdOf(lot.foodId, lot.jarOf))}, ${lot.said}`,
  about: `lot, can by ${showDay(lot.canBy)}`,
  words: lot.variety ?? '',
  to: `/harvest/lot/${lot.id}`,
})

const foodHits = (text: string): readonly Hit[] =>
  searchFoods(text).map((f): Hit =>
    f.kind === 'food'
      ? {
          key: f.food.id,
          name: shortName(f.food),
          about: 'how to can it',
          to: `/methods?food=${f.food.id}`,
        }
      : {
          key: f.refused.id,
          name: f.refused.name,
          about: 'no tested process',
          to: `/methods?food=${f.refused.id}`,
        },
  )

/** Batches and jars whose code begins so; a batch also when only its jars are still here. */
function codeHits(
  text: string,
  loads: readonly LoadWithEvents[],
  jars: readonly Jar[],
): readonly Hit[] {
  const wanted = text.toUpperCase()
  if (!/^[A-Z0-9]+(-[A-Z0-9]*)*$/.test(wanted)) return []
  const batches = new Map<string, Hit>()
  for (const { loadId, code } of jars)
    if (loadId)
      batches.set(loadId, {
        key: loadId,
        name: `Batch ${code.replace(/-\d+$/, '')}`,
        about: 'load',
        to: `/stove/${loadId}/record`,
      })
  for (const l of loads)
    batches.set(l.id, { key: l.id, name: `Batch ${l.code}`, about: 'load', to: `/stove/${l.id}` })
  const found = [...batches.values()].filter((b) => b.name.slice(6).startsWith(wanted))
  const own = jars.filter((j) => j.code === wanted || (!j.loadId && j.code.startsWith(wanted)))
  return [
    ...found,
    ...own.map((j) => ({
      key: j.id,
      name: `Jar ${j.code}, ${saidFood(j.foodId)}`,
      about: 'jar',
      to: `/pantry/jar/${j.id}`,
    })),
  ]
}

/** "12 lb beets" is weighed in thought: what it makes, and the way to weigh it in. */
function useLineHit(text: string): Hit | undefined {
  const containers = useContainers().data
  const cropWords = useCropWords().data
  const yields = useYields().data
  const today = useToday()
  return useMemo(() => {
    if (!/^(\d|[½¼¾]|an? |half )/i.test(text)) return undefined
    const read = readWeighIn(text, { containers: containers ?? [], cropWords: cropWords ?? [] })
    if (!read.ok)
      return read.asks
        ? {
            key: 'line',
            name: read.sentence,
            about: 'weigh in',
            to: `/harvest?weigh=1&line=${encodeURIComponent(text)}`,
          }
        : undefined
    return {
      key: 'line',
      name: answerLine(read, yields ?? [], today),
      about: 'weigh in',
      to: `/harvest?weigh=1&line=${encodeURIComponent(text)}`,
    }
  }, [text, containers, cropWords, yields, today])
}

/** Everything of the household and of Kelvit that goes by these words, the nearest first. */
export function useThings(typed: string): readonly Hit[] {
  const text = typed.trim()
  const index = useIndex()
  const [loads, jars] = [useLoads().data, useJars().data]
  const line = useLineHit(text)
  const { may } = useHousehold()
  return useMemo(() => {
    if (text === '') return PAGES.slice(0, MOST + 3)
    const named = index.search(text).map((r): Hit => ({
      key: String(r.id),
      name: String(r.name),
      about: String(r.about),
      to: String(r.to),
    }))
    const all = [
      ...(line && may('helper') ? [line] : []),
      ...codeHits(text, loads ?? [], jars ?? []),
      ...named.slice(0, 4),
      ...foodHits(text),
      ...named.slice(4),
    ]
    return all.slice(0, MOST)
  }, [text, index, line, loads, jars, may])
}
