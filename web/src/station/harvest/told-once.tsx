import { paths } from '@kelvit/contract'
import { foods, saidName, shortName, type Food } from '@kelvit/core'
import { Controller, useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { WeightField } from '../../household/measure-fields'
import { useHousehold } from '../../household/session'
import { useSave } from '../../sync/changes'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { Panel } from '../../ui/panel'
import { Refusal } from '../../ui/states'

/** Asks how heavy one of a household's measures is; from then on Kelvit knows. */
export function HowHeavy({ name, food }: { readonly name: string; readonly food: Food }) {
  const { control, handleSubmit, watch } = useForm<{ lb: number | null }>({
    defaultValues: { lb: null },
  })
  const save = useSave('containers')
  const { may } = useHousehold()
  const keep = handleSubmit(({ lb }) =>
    save.mutate({
      method: 'PUT',
      path: `${paths.containers}/${uuidv7()}`,
      body: { name, lb, foodId: food.id },
    }),
  )
  if (!may('helper')) return null
  return (
    <Panel className="mb-5">
      <form onSubmit={(e) => void keep(e)} className="flex flex-wrap items-end gap-3">
        <Controller
          control={control}
          name="lb"
          render={({ field }) => (
            <WeightField
              className="w-56"
              label={`One ${name} of ${saidName(food)}`}
              value={field.value}
              onValue={field.onChange}
              min={0.01}
              max={2000}
              required
              help="Weigh one without its container. Kelvit remembers it."
            />
          )}
        />
        <Button type="submit" className="mb-6" disabled={watch('lb') === null || save.isPending}>
          Save
        </Button>
        <Refusal of={save.error} className="w-full" />
      </form>
    </Panel>
  )
}

/** Lets the household say what it means by a word of its own. */
export function OurWord({ word }: { readonly word: string }) {
  const { register, handleSubmit, watch } = useForm({ defaultValues: { foodId: '' } })
  const save = useSave('crop-words')
  const { may } = useHousehold()
  const keep = handleSubmit(({ foodId }) =>
    save.mutate({
      method: 'PUT',
      path: `${paths.cropWords}/${uuidv7()}`,
      body: { word, foodId },
    }),
  )
  if (!may('helper')) return null
  return (
    <form onSubmit={(e) => void keep(e)} className="mb-5 flex flex-wrap items-end gap-3">
      <ChoiceField
        className="w-72 max-w-full"
        label={`“${word}” is our word for`}
        choices={[['', 'choose the crop'], ...foods.map((f) => [f.id, shortName(f)] as const)]}
        {...register('foodId')}
      />
      <Button type="submit" disabled={watch('foodId') === '' || save.isPending}>
        Save
      </Button>
      <Refusal of={save.error} className="w-full" />
    </form>
  )
}
