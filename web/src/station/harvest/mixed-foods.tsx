import type { MixedJarRow } from '@kelvit/contract'
import { formOf, mixedJar, normalise, type JarOf } from '@kelvit/core'
import { useMemo } from 'react'
import { useGaugeHere } from '../../household/gauge'
import { useHousehold } from '../../household/session'
import { useMixedJars } from '../../sync/queries'
import { ButtonLink } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { Caution, Panel } from '../../ui/panel'
import type { Choice } from './choice'

/** A mixed jar of the household as a weigh-in understands its name. */
export interface MixedFood {
  readonly word: string
  readonly foodId: string
  readonly formId: string
  readonly jarOf: JarOf
}

export const jarOfRow = ({ ingredients, solidsPercent, rehydrated, name }: MixedJarRow): JarOf => ({
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

/** What is in this soup? Its time depends on it, so it is asked before anything is weighed in. */
export function WhichJar({
  choice,
  mixed,
}: {
  readonly choice: Choice
  readonly mixed: readonly MixedFood[]
}) {
  const fitting = mixed.filter((m) => m.formId === choice.form?.id)
  if (!choice.undescribed)
    return choice.jarOf ? (
      <p className="mb-4 text-ink-soft">
        {choice.jarOf.name}: {choice.jarOf.ingredients.join(', ')}
      </p>
    ) : null
  return (
    <Panel rim="due" label="What is in it?" className="mb-5">
      <h2 className="mb-2">What is in this jar?</h2>
      <Caution className="mb-3">
        The time depends on every solid and on how much of the jar is solid. Without them there are
        no minutes.
      </Caution>
      <div className="flex flex-wrap items-end gap-3">
        {fitting.length > 0 && (
          <ChoiceField
            label="One of our mixed jars"
            choices={[['', 'choose…'], ...fitting.map((m) => [m.word, m.word] as const)]}
            value=""
            onChange={(e) => choice.setMixed(e.target.value)}
          />
        )}
        <ButtonLink to="/methods/mixed-jar">Describe a mixed jar</ButtonLink>
      </div>
    </Panel>
  )
}
