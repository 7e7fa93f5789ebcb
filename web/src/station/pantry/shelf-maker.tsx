import { paths, type Shelf } from '@kelvit/contract'
import { useState } from 'react'
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
  const [name, setName] = useState('')
  const save = useSave('shelves')
  const { may } = useHousehold()
  if (!may('helper')) return null
  const submit = (): void => {
    const id = uuidv7()
    const position = Math.max(0, ...shelves.map((s) => s.position)) + 1
    save.mutate(
      { method: 'PUT', path: `${paths.shelves}/${id}`, body: { name: name.trim(), position } },
      {
        onSuccess: () => {
          setName('')
          made(id)
        },
      },
    )
  }
  return (
    <form
      className="flex flex-wrap items-end gap-2.5"
      onSubmit={(e) => {
        e.preventDefault()
        submit()
      }}
    >
      <TextField
        label="Another shelf"
        placeholder="Cellar, left"
        value={name}
        maxLength={60}
        onChange={(e) => setName(e.target.value)}
      />
      <Button type="submit" disabled={name.trim() === '' || save.isPending}>
        Make it
      </Button>
      <Refusal of={save.error} className="w-full" />
    </form>
  )
}
