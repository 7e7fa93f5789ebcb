import type { MixedJarRow } from '@kelvit/contract'
import { foodIdOf, formOf, normalise, verdictOf, type JarOf } from '@kelvit/core'
import { useMemo } from 'react'
import { useGaugeHere } from './gauge'
import { useHousehold } from './session'
import { useMixedJars } from '../sync/queries'

/** A mixed jar of the household as a weigh-in understands its name. */
export interface MixedFood {
  readonly word: string
  /** The food of the tables that it goes by. */
  readonly foodId: string
  /** The food that its jars count as: one of its own. */
  readonly countsAs: string
  readonly formId: string
  readonly jarOf: JarOf
}

const jarOfRow = ({ ingredients, solidsPercent, rehydrated, name }: MixedJarRow): JarOf => ({
  ingredients,
  solidsPercent,
  rehydrated,
  name,
})

/** The household's mixed jars by name, each with the row of the tables that it goes by here. */
export function useMixedFoods(): readonly MixedFood[] {
  const rows = useMixedJars().data
  const gauge = useGaugeHere()
  const { altitudeFt } = useHousehold().household
  return useMemo(
    () =>
      (rows ?? []).flatMap((row): MixedFood[] => {
        const jarOf = jarOfRow(row)
        const answer = verdictOf(jarOf, { jar: 'pint', gauge: gauge.kind, altitudeFt })
        const found = answer.outcome === 'process' ? formOf(answer.row) : undefined
        if (!found) return []
        const { food, form } = found
        const countsAs = foodIdOf(food.id, jarOf)
        return [{ word: row.name, foodId: food.id, countsAs, formId: form.id, jarOf }]
      }),
    [rows, gauge.kind, altitudeFt],
  )
}

/** The mixed jar that a line names; the longest name where one is part of another. */
export const namedIn = (line: string, mixed: readonly MixedFood[]): MixedFood | undefined =>
  [...mixed]
    .sort((a, b) => b.word.length - a.word.length)
    .find((m) => ` ${normalise(line)} `.includes(` ${normalise(m.word)} `))
