import { DateField } from '../../household/date-field'
import { paths } from '@kelvit/contract'
import {
  addDays,
  foods,
  JAR_SIZES,
  jarName,
  MAX_PICKINGS,
  poundsOfRow,
  shortName,
  type JarSize,
} from '@kelvit/core'
import { useState, type FormEvent } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useToday } from '../../household/session'
import { plural } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Refusal } from '../../ui/states'

/** A bed that will bear: its window and total, split into expected pickings. */
export function PlantingForm({ onClose }: { readonly onClose: () => void }) {
  const today = useToday()
  const grown = foods.filter((f) => f.lbPer100FtRow !== undefined)
  const [foodId, setFoodId] = useState('beans-snap')
  const food = foods.find((f) => f.id === foodId)
  const [formId, setFormId] = useState('')
  const form = food?.forms.find((f) => f.id === formId) ?? food?.forms[0]
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined)
  const [jarChoice, setJar] = useState<JarSize>('quart')
  const jar = sizes.includes(jarChoice) ? jarChoice : (sizes.at(-1) ?? 'pint')
  const [variety, setVariety] = useState('')
  const [rowFt, setRowFt] = useState('')
  const [lb, setLb] = useState('')
  const guess = Math.round((food && poundsOfRow(food, Math.max(0, Number(rowFt) || 0))) ?? 0)
  const [firstOn, setFirstOn] = useState(addDays(today, 7))
  const [lastOn, setLastOn] = useState(addDays(today, 28))
  const [pickings, setPickings] = useState('4')
  const save = useSave('lots')
  const remove = useSave('lots')
  const notify = useNotify()
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    const path = `${paths.plantings}/${uuidv7()}`
    const body = {
      foodId,
      formId: form?.id,
      jar,
      variety,
      rowFt: rowFt === '' ? null : Number(rowFt),
      expectedLb: Number(lb) || guess,
      firstOn,
      lastOn,
      pickings: Number(pickings),
    }
    save.mutate(
      { method: 'PUT', path, body },
      {
        onSuccess: () => {
          notify.done(`${plural(Number(pickings), 'picking')} expected.`, () =>
            remove.mutate({ method: 'DELETE', path }),
          )
          onClose()
        },
      },
    )
  }
  return (
    <Sheet
      open
      wide
      onOpenChange={(o) => !o && onClose()}
      title="What is still to come?"
      about="A bed with its harvest window; its total is split into pickings."
    >
      <form onSubmit={submit} className="flex flex-col gap-4">
        <div className="grid gap-4 sm:grid-cols-2">
          <ChoiceField
            label="Crop"
            choices={grown.map((f) => [f.id, shortName(f)])}
            value={foodId}
            onChange={(e) => setFoodId(e.target.value)}
          />
          <ChoiceField
            label="Put up as"
            choices={food?.forms.map((f) => [f.id, f.name]) ?? []}
            value={form?.id ?? ''}
            onChange={(e) => setFormId(e.target.value)}
          />
          <TextField
            label="Variety"
            value={variety}
            onChange={(e) => setVariety(e.target.value)}
            maxLength={60}
          />
          <ChoiceField
            label="Jars"
            choices={sizes.map((s) => [s, jarName(s)])}
            value={jar}
            onChange={(e) => setJar(e.target.value as JarSize)}
          />
          <TextField
            label="Row, feet"
            type="number"
            min={1}
            value={rowFt}
            onChange={(e) => setRowFt(e.target.value)}
            help={
              guess > 0 ? `About ${guess} lb, an estimate.` : 'Fills in the pounds, an estimate.'
            }
          />
          <TextField
            label="Expected in all, lb"
            type="number"
            min={0.1}
            step="0.1"
            value={lb}
            placeholder={guess > 0 ? String(guess) : ''}
            onChange={(e) => setLb(e.target.value)}
            required={guess === 0}
          />
          <DateField label="First picking" value={firstOn} onChange={setFirstOn} required />
          <DateField
            label="Last picking"
            value={lastOn}
            min={firstOn}
            onChange={setLastOn}
            required
          />
          <TextField
            label="Pickings"
            type="number"
            min={1}
            max={MAX_PICKINGS}
            value={pickings}
            onChange={(e) => setPickings(e.target.value)}
            required
          />
        </div>
        <Refusal of={save.error} />
        <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
          Expect it
        </Button>
      </form>
    </Sheet>
  )
}
