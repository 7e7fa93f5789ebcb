import { type CannerRead, type Container, type CropWordRow } from '@kelvit/contract'
import {
  answerHarvest,
  inOwnDegrees,
  JAR_SIZES,
  jarName,
  needsContents,
  type JarSize,
  type LotYield,
  type Mouth,
  type Storage,
  type WeighIn as Read,
} from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useHousehold, useToday } from '../../household/session'
import { ChoiceField } from '../../ui/field'
import { namedIn, type MixedFood } from '../../household/mixed-foods'

/** What the answer is computed from. */
export interface HarvestFacts {
  readonly canners: readonly CannerRead[]
  readonly containers: readonly Container[]
  readonly cropWords: readonly CropWordRow[]
  readonly yields: readonly LotYield[]
}

export type Choice = ReturnType<typeof useChoice>

/** Form, jar, mouth and storage for the crop that was typed, and the answer that follows. */
export function useChoice(
  read: Read | undefined,
  props: HarvestFacts,
  mixed: readonly MixedFood[],
  line: string,
) {
  const { household } = useHousehold()
  const today = useToday()
  const [formId, setFormId] = useState('')
  const [jar, setJar] = useState<JarSize>('quart')
  const [mouth, setMouth] = useState<Mouth>('regular')
  const [storage, setStorage] = useState<Storage>()
  const [mixedName, setMixed] = useState('')
  const food = read?.food
  const named = namedIn(line, mixed)
  const has = (id: string | undefined) => food?.forms.find((f) => f.id === id)
  const form = has(named?.formId) ?? has(formId) ?? has(read?.formId)
  const picked = mixed.find((m) => m.word === mixedName && m.formId === form?.id)
  const jarOf = (named ?? picked)?.jarOf
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined)
  const size = sizes.includes(jar) ? jar : (sizes.at(-1) ?? 'pint')
  const { canners, yields } = props
  const pounds = read?.pounds
  const answer = useMemo(
    () =>
      food && form && pounds
        ? answerHarvest({
            food,
            form,
            pounds,
            jar: size,
            mouth,
            household,
            canners,
            yields,
            arrivedOn: today,
            jarOf: jarOf ?? null,
          })
        : undefined,
    [food, form, pounds, size, mouth, household, canners, yields, today, jarOf],
  )
  return {
    form,
    sizes,
    size,
    mouth,
    // Whoever has a cellar says so: the room is the shorter time.
    storage: storage ?? 'room',
    answer,
    jarOf,
    /** Nobody said what is in it, and its time depends on that. */
    undescribed: form !== undefined && needsContents(form.id) && !jarOf,
    setMixed,
    setFormId,
    setJar,
    setMouth,
    setStorage,
  }
}

/** The choices that change the answer. */
export function ChoiceFields({ read, choice }: { readonly read: Read; readonly choice: Choice }) {
  const forms = read.food.forms
  const { household } = useHousehold()
  return (
    <div className="mt-5 grid grid-cols-2 gap-3 border-t border-rim pt-4 lg:grid-cols-4">
      <ChoiceField
        label="Put up as"
        choices={forms.map((f) => [f.id, f.name])}
        value={choice.form?.id ?? ''}
        onChange={(e) => choice.setFormId(e.target.value)}
        disabled={forms.length < 2}
      />
      <ChoiceField
        label="Jars"
        choices={choice.sizes.map((s) => [s, jarName(s)])}
        value={choice.size}
        onChange={(e) => choice.setJar(e.target.value as JarSize)}
      />
      <ChoiceField
        label="Mouth"
        choices={[
          ['regular', 'regular'],
          ['wide', 'wide'],
        ]}
        value={choice.mouth}
        onChange={(e) => choice.setMouth(e.target.value as Mouth)}
      />
      <ChoiceField
        label="Kept"
        choices={[
          ['room', 'at room warmth'],
          ['cool', `cool (${inOwnDegrees(read.food.keepsDays.coolCondition, household.units)})`],
        ]}
        value={choice.storage}
        onChange={(e) => choice.setStorage(e.target.value as Storage)}
      />
    </div>
  )
}
