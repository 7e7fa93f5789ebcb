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
  showWeight,
  type JarSize,
} from '@kelvit/core'
import { Controller, useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { RowField, WeightField } from '../../household/measure-fields'
import { useHousehold, useToday } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { plural } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { NumberEntry } from '../../ui/number-entry'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Refusal } from '../../ui/states'

interface Typed {
  foodId: string
  formId: string
  jar: JarSize
  variety: string
  rowFt: number | null
  lb: number | null
  firstOn: string
  lastOn: string
  pickings: number | null
}

const grown = foods.filter((f) => f.lbPer100FtRow !== undefined)

/** What follows from what was typed so far: the form, its sizes, the pounds its row may bear. */
function readTyped(typed: Typed) {
  const food = foods.find((f) => f.id === typed.foodId)
  const form = food?.forms.find((f) => f.id === typed.formId) ?? food?.forms[0]
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined)
  const jar = sizes.includes(typed.jar) ? typed.jar : (sizes.at(-1) ?? 'pint')
  const guess = Math.round((food && poundsOfRow(food, typed.rowFt ?? 0)) ?? 0)
  return { food, form, sizes, jar, guess }
}

/** A bed that will bear: its window and total, split into expected pickings. */
export function PlantingForm({ onClose }: { readonly onClose: () => void }) {
  const today = useToday()
  const { units } = useHousehold().household
  const { register, control, handleSubmit, watch, setValue } = useForm<Typed>({
    defaultValues: {
      foodId: 'beans-snap',
      formId: '',
      jar: 'quart',
      variety: '',
      rowFt: null,
      lb: null,
      firstOn: addDays(today, 7),
      lastOn: addDays(today, 28),
      pickings: 4,
    },
  })
  const typed = watch()
  const { food, form, sizes, jar, guess } = readTyped(typed)
  const save = useSave('lots')
  const takeBack = useTakeBack('lots')
  const notify = useNotify()
  const send = ({ foodId, variety, rowFt, lb, firstOn, lastOn, pickings }: Typed): void => {
    const id = uuidv7()
    const body = {
      ...{ foodId, formId: form?.id, jar, variety, rowFt },
      ...{ expectedLb: lb ?? guess, firstOn, lastOn, pickings },
    }
    save.mutate(
      { method: 'PUT', path: `${paths.plantings}/${id}`, body },
      {
        onSuccess: () => {
          notify.done(`${plural(pickings ?? 1, 'picking')} expected.`, () =>
            takeBack({ table: 'plantings', id, version: 1 }),
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
      title="What’s still to come?"
      about="Enter a bed and its harvest window. We split the total into pickings."
    >
      <form onSubmit={(e) => void handleSubmit(send)(e)} className="flex flex-col gap-4">
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <ChoiceField
            label="Crop"
            choices={grown.map((f) => [f.id, shortName(f)] as const)}
            {...register('foodId')}
          />
          <ChoiceField
            label="Put up as"
            choices={food?.forms.map((f) => [f.id, f.name] as const) ?? []}
            value={form?.id ?? ''}
            onChange={(e) => setValue('formId', e.target.value)}
          />
          <TextField label="Variety" maxLength={60} {...register('variety')} />
          <ChoiceField
            label="Jars"
            choices={sizes.map((s) => [s, jarName(s)] as const)}
            value={jar}
            onChange={(e) => setValue('jar', e.target.value as JarSize)}
          />
          <Controller
            control={control}
            name="rowFt"
            render={({ field }) => (
              <RowField
                label="Row"
                min={1}
                max={100000}
                value={field.value}
                onValue={field.onChange}
                help={
                  guess > 0
                    ? `About ${showWeight(guess, units)}, an estimate.`
                    : 'We estimate the weight from it.'
                }
              />
            )}
          />
          <Controller
            control={control}
            name="lb"
            render={({ field }) => (
              <WeightField
                label="Total expected"
                min={0.1}
                max={20000}
                value={field.value}
                onValue={field.onChange}
                placeholder={guess > 0 ? showWeight(guess, units) : ''}
                required={guess === 0}
              />
            )}
          />
          {(['firstOn', 'lastOn'] as const).map((name) => (
            <Controller
              key={name}
              control={control}
              name={name}
              render={({ field }) => (
                <DateField
                  label={name === 'firstOn' ? 'First picking' : 'Last picking'}
                  value={field.value}
                  onChange={field.onChange}
                  {...(name === 'lastOn' ? { min: typed.firstOn } : {})}
                  required
                />
              )}
            />
          ))}
          <NumberEntry
            control={control}
            name="pickings"
            label="Pickings"
            whole
            min={1}
            max={MAX_PICKINGS}
            required
          />
        </div>
        <Refusal of={save.error} />
        <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
          Add it
        </Button>
      </form>
    </Sheet>
  )
}
