import { paths, type SeasonLoad, type UndoWish } from '@kelvit/contract'
import type { PlanLoad, SeasonModel, SeasonPlan } from '@kelvit/core'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { request, sentenceOf } from '../../../sync/request'
import { storedLoad } from '../../../household/season'
import { useTakeBack } from '../../../household/take-back'
import { useNotify } from '../../../ui/notice'

/** Loads keep their id where they stay as they are, so that only what changed is written. */
function withIds(
  model: SeasonModel,
  plan: SeasonPlan,
  stored: readonly SeasonLoad[],
): readonly Omit<SeasonLoad, 'version'>[] {
  const free = [...stored]
  const key = (l: Omit<SeasonLoad, 'version' | 'id'>): string =>
    JSON.stringify([l.onDate, l.cannerId, l.pinned, l.portions.map((p) => [p.lotId, p.jars])])
  return plan.loads.map((load: PlanLoad) => {
    const made = storedLoad(model, load, load.id ?? uuidv7())
    const same = free.findIndex((s) => s.id === load.id || key(s) === key(made))
    const [kept] = same >= 0 ? free.splice(same, 1) : []
    return kept ? { ...made, id: kept.id } : made
  })
}

/** Any row that a new plan wrote; undefined where it wrote none. */
function writtenBy(
  before: readonly SeasonLoad[],
  after: readonly SeasonLoad[],
): UndoWish | undefined {
  const put = after.find((l) => before.every((b) => b.id !== l.id || b.version !== l.version))
  if (put) return { table: 'season_loads', id: put.id, version: put.version }
  const gone = before.find((b) => after.every((l) => l.id !== b.id))
  return gone && { table: 'season_loads', id: gone.id, version: null }
}

/** Puts a plan in place of the one that is stored, with a way back. */
export function useSavePlan() {
  const client = useQueryClient()
  const notify = useNotify()
  const [saving, setSaving] = useState(false)
  const takeBack = useTakeBack('season-loads')
  const save = async (
    model: SeasonModel,
    plan: SeasonPlan,
    stored: readonly SeasonLoad[],
    words = 'Plan saved.',
  ): Promise<boolean> => {
    setSaving(true)
    try {
      const after = await request<readonly SeasonLoad[]>('PUT', paths.seasonPlan, {
        seen: stored.map(({ id, version }) => ({ id, version })),
        loads: withIds(model, plan, stored),
      })
      client.setQueryData(['season-loads'], after)
      const written = writtenBy(stored, after)
      notify.done(words, written && (() => takeBack(written)))
      return true
    } catch (error) {
      notify.trouble(sentenceOf(error))
      void client.invalidateQueries({ queryKey: ['season-loads'] })
      return false
    } finally {
      setSaving(false)
    }
  }
  return { save, saving }
}
