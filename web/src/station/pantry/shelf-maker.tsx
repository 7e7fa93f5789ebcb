import { paths, type Shelf } from '@kelvit/contract'
import { useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useHousehold } from '../../household/session'
import { useSave } from '../../sync/changes'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { Refusal } from '../../ui/states'

/** Makes a shelf by its name alone; it stands after the others. */
export function ShelfMaker({
  shelves,
  made,
}: {
  readonly shelves: readonly Shelf[]
  readonly made: (id: string) => void
}) {
  const { register, handleSubmit, watch, reset } = useForm({ defaultValues: { name: '' } })
  const save = useSave('shelves')
  const { may } = useHousehold()
  if (!may('helper')) return null
  const submit = handleSubmit(({ name }) => {
    const id = uuidv7()
    const position = Math.max(0, ...shelves.map((s) => s.position)) + 1
    save.mutate(
      { method: 'PUT', path: `${paths.shelves}/${id}`, body: { name: name.trim(), position } },
      {
        onSuccess: () => {
          reset()
          made(id)
        },
      },
    )
  })
  return (
    <form className="flex flex-wrap items-end gap-2.5" onSubmit={(e) => void submit(e)}>
      <TextField
        label="Another shelf"
        placeholder="Cellar, left"
        maxLength={60}
        {...register('name')}
      />
      <Button type="submit" disabled={watch('name').trim() === '' || save.isPending}>
        Add it
      </Button>
      <Refusal of={save.error} className="w-full" />
    </form>
  )
}
