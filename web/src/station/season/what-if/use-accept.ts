import { paths } from '@kelvit/contract'
import {
  cannerClasses,
  frostTakes,
  MINIMUM_LOAD,
  seasonFrom,
  suppose,
  THOUGHT_CANNER,
  type WhatIf,
} from '@kelvit/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import {
  useJarGroups,
  useKitchenExceptions,
  useKitchenHours,
  useLidLots,
  useLots,
} from '../../../sync/queries'
import { request, sentenceOf } from '../../../sync/request'
import type { SeasonView } from '../../../household/season'
import { useToday } from '../../../household/session'
import { useNotify } from '../../../ui/notice'
import { putOddDay } from '../odd-day'
import { useSavePlan } from '../plan/use-save-plan'
import type { Supposition } from '../../../worker/messages'

/** Takes an answer: first what it supposes is written down, then its plan takes the place of the old one. */
export function useAccept(view: SeasonView) {
  const client = useQueryClient()
  const notify = useNotify()
  const { save } = useSavePlan()
  const [taking, setTaking] = useState(false)
  const write = useWriteFact()
  const take = async ({ ask, best }: Supposition): Promise<boolean> => {
    if (!ask) return false
    setTaking(true)
    try {
      const cannerId = await write(ask)
      const { model } = seasonFrom(suppose(view.records, ask))
      const named = {
        ...model,
        canners: model.canners.map((c) =>
          c.id === THOUGHT_CANNER && cannerId ? { ...c, id: cannerId } : c,
        ),
      }
      return await save(named, best.plan, view.stored)
    } catch (error) {
      notify.trouble(sentenceOf(error))
      return false
    } finally {
      await client.invalidateQueries()
      setTaking(false)
    }
  }
  return { take, taking }
}

/** Writes down what a what-if supposes; gives the id of a canner it made. */
function useWriteFact() {
  const today = useToday()
  const [hours, exceptions, lots] = [useKitchenHours(), useKitchenExceptions(), useLots()]
  const [groups, lids] = [useJarGroups(), useLidLots()]
  return async (ask: WhatIf): Promise<string | undefined> => {
    switch (ask.kind) {
      case 'canner':
        return addCanner(ask.classId)
      case 'lost-days':
        for (const onDate of ask.dates)
          await putOddDay(exceptions.data ?? [], { onDate, opens: null, closes: null, people: 0 })
        return undefined
      case 'helper':
        for (const h of hours.data ?? [])
          if (h.opens)
            await request('PATCH', `${paths.kitchenHours}/${h.id}`, {
              version: h.version,
              people: h.people + 1,
            })
        return undefined
      case 'supplies':
        for (const g of groups.data ?? [])
          await request('PATCH', `${paths.jarGroups}/${g.id}`, {
            version: g.version,
            owned: g.owned + ask.pieces,
          })
        for (const mouth of new Set((lids.data ?? []).map((l) => l.mouth)))
          await request('PUT', `${paths.lidLots}/${uuidv7()}`, {
            name: 'bought for the season',
            mouth,
            boughtOn: today,
            count: ask.pieces,
            left: ask.pieces,
          })
        return undefined
      case 'frost': {
        const { bring: tender } = frostTakes(
          (lots.data ?? []).filter((l) => l.state === 'expected'),
          today,
        )
        if (tender.length > 0)
          await request('POST', paths.lotMoves, {
            lots: tender.map(({ id, version }) => ({
              id,
              version,
              arrivedOn: today,
              state: 'in-house',
            })),
          })
        return undefined
      }
    }
  }
}

async function addCanner(classId: string): Promise<string> {
  const kind = cannerClasses.find((c) => c.id === classId)
  if (!kind || kind.gauge === 'dial')
    throw new Error('Test the dial before you plan with this canner. Add the test under Gear.')
  const id = uuidv7()
  await request('PUT', `${paths.canners}/${id}`, {
    name: `New ${classId} canner`,
    classId,
    gauge: kind.gauge,
    regulatedBy: 'weighted',
    capacity: kind.capacity,
    minimum: { ...MINIMUM_LOAD },
    innerDiameterIn: kind.innerDiameterIn,
    innerHeightIn: kind.innerHeightIn,
    stageMinutes: kind.stageMinutes,
  })
  return id
}
