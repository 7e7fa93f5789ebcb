import type { MixedJarRow } from '@kelvit/contract'
import { formOf, mixedJar, normalise, type JarOf } from '@kelvit/core'
import { useMemo } from 'react'
import { useGaugeHere } from '../../household/gauge'
import { useHousehold } from '../../household/session'
import { useMixedJars } from '../../sync/queries'

/** A mixed jar of the household as a weigh-in understands its name. */
export interface MixedFood {
  readonly word: string
  readonly foodId: string
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
        const answer = mixedJar({
          ingredients: jarOf.ingredients,
          solidsPercent: jarOf.solidsPercent ?? undefined,
          rehydrated: jarOf.rehydrated ?? undefined,
          jar: 'pint',
          gauge: gauge.kind,
          altitudeFt,
        })
        const found = answer.outcome === 'process' ? formOf(answer.row) : undefined
        return found
          ? [{ word: row.name, foodId: found.food.id, formId: found.form.id, jarOf }]
          : []
      }),
    [rows, gauge.kind, altitudeFt],
  )
}

/** The mixed jar that a line names; the longest name where one is part of another. */
export const namedIn = (line: string, mixed: readonly MixedFood[]): MixedFood | undefined =>
  [...mixed]
    .sort((a, b) => b.word.length - a.word.length)
    .find((m) => ` ${normalise(line)} `.includes(` ${normalise(m.word)} `))
