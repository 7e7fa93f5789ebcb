import { paths, type Lot } from '@kelvit/contract'
import {
  pounds,
  canBy,
  correctLot,
  countJars,
  foodOf,
  inOwnDegrees,
  jarName,
  JAR_SIZES,
  showWeight,
  type JarSize,
  type Storage,
  saidFood,
  foodIdOf,
} from '@kelvit/core'
import { Controller, useForm } from 'react-hook-form'
import { DateField } from '../../household/date-field'
import { useLotBook } from '../../household/facts'
import { PriceField, WeightField } from '../../household/measure-fields'
import { useHousehold } from '../../household/session'
import { showDay } from '../../household/words'
import { useSave } from '../../sync/changes'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Refusal } from '../../ui/states'

interface Typed {
  lb: number | null
  formId: string
  jar: JarSize
  variety: string
  storage: Storage
  arrivedOn: string
  pricePerLb: number | null
  note: string
}

const typedOf = (lot: Lot): Typed => ({
  lb: lot.lb,
  formId: lot.formId,
  jar: lot.jar,
  variety: lot.variety ?? '',
  storage: lot.storage,
  arrivedOn: lot.arrivedOn,
  pricePerLb: lot.pricePerLb,
  note: lot.note,
})

/** The lot as it is typed, with the date that follows; the amount falls back to the one before. */
function correctedOf(lot: Lot, typed: Typed): Lot {
  const food = foodOf(lot.foodId)
  const moved = typed.arrivedOn !== lot.arrivedOn || typed.storage !== lot.storage
  return {
    ...lot,
    ...typed,
    lb: pounds(typed.lb ?? lot.lb),
    canBy: moved && food ? canBy(food, typed.arrivedOn, typed.storage) : lot.canBy,
  }
}

/** Everything that was said of a lot, to be put right at any time. */
export function LotForm({ lot }: { readonly lot: Lot }) {
  const { household, may } = useHousehold()
  const save = useSave('lots', 'lot')
  const notify = useNotify()
  const { register, control, handleSubmit, watch, formState, reset } = useForm<Typed>({
    // Changed elsewhere meanwhile: what is typed here stands, the rest follows.
    values: typedOf(lot),
    resetOptions: { keepDirtyValues: true, keepDirty: true },
  })
  const typed = watch()
  const forms = foodOf(lot.foodId)?.forms ?? []
  const form = forms.find((f) => f.id === typed.formId)
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined || s === lot.jar)
  const send = (values: Typed): void => {
    const after = correctedOf(lot, values)
    const { arrivedOn, storage, formId, jar, pricePerLb, note, variety, lb } = after
    const said =
      lb === lot.lb
        ? lot.said
        : `${showWeight(lb, household.units)} ${saidFood(foodIdOf(lot.foodId, lot.jarOf))}`
    save.mutate(
      {
        method: 'PATCH',
        path: `${paths.lots}/${lot.id}`,
        body: {
          version: lot.version,
          ...{ lb, said, formId, jar, pricePerLb, note, variety },
          ...(after.canBy === lot.canBy ? {} : { arrivedOn, storage }),
        },
      },
      {
        onSuccess: () => {
          reset(values)
          notify.done('Lot corrected.')
        },
      },
    )
  }
  return (
    <Panel label="Correct the lot">
      <h2 className="mb-4">Correct the lot</h2>
      <form onSubmit={(e) => void handleSubmit(send)(e)}>
        <fieldset disabled={!may('helper')} className="grid items-start gap-4 sm:grid-cols-2">
          <Controller
            control={control}
            name="lb"
            render={({ field }) => (
              <WeightField
                label="Amount"
                value={field.value}
                onValue={field.onChange}
                min={0.01}
                max={20000}
                required
              />
            )}
          />
          <TextField label="Variety" maxLength={60} {...register('variety')} />
          <ChoiceField
            label="Put up as"
            choices={forms.map((f) => [f.id, f.name] as const)}
            {...register('formId')}
          />
          <ChoiceField
            label="Jars"
            choices={sizes.map((s) => [s, jarName(s)] as const)}
            {...register('jar')}
          />
          <Controller
            control={control}
            name="arrivedOn"
            render={({ field }) => (
              <DateField
                label={lot.state === 'expected' ? 'Expected on' : 'Came in on'}
                value={field.value}
                onChange={field.onChange}
                required
              />
            )}
          />
          <ChoiceField
            label="Kept"
            choices={[
              ['room', 'at room warmth'],
              [
                'cool',
                `cool (${inOwnDegrees(foodOf(lot.foodId)?.keepsDays.coolCondition ?? 'cellar', household.units)})`,
              ],
            ]}
            {...register('storage')}
          />
          <Controller
            control={control}
            name="pricePerLb"
            render={({ field }) => (
              <PriceField
                label="Price"
                value={field.value}
                onValue={field.onChange}
                min={0}
                help={`In ${household.currency}. Leave it empty if it cost nothing.`}
              />
            )}
          />
          <TextField label="Note" maxLength={1000} {...register('note')} />
        </fieldset>
        {formState.isDirty && <Changes lot={lot} typed={typed} />}
        <Refusal of={save.error} className="mt-3" />
        {may('helper') && (
          <Button
            type="submit"
            look="main"
            className="mt-4"
            disabled={!formState.isDirty || save.isPending}
          >
            Save
          </Button>
        )}
      </form>
    </Panel>
  )
}

/** What a correction does to jars, date and loads, before it is saved. */
function Changes({ lot, typed }: { readonly lot: Lot; readonly typed: Typed }) {
  const book = useLotBook()
  if (!book) return null
  const after = correctedOf(lot, typed)
  const c = correctLot(book, lot, after)
  const sentences = [
    (c.makes.before !== c.makes.after || lot.jar !== after.jar) &&
      `It makes about ${countJars(c.makes.after, after.jar)}, not ${countJars(c.makes.before, lot.jar)}.`,
    c.canBy.before !== c.canBy.after &&
      `Can by ${showDay(c.canBy.after)}, not ${showDay(c.canBy.before)}.`,
    c.tooMany > 0 &&
      `The planned loads hold ${countJars(c.tooMany, after.jar)} more than that. Plan them again.`,
    c.late && 'The season plan has it after its can-by day. Plan again.',
  ].filter((s) => s !== false)
  return (
    <div role="status" className="mt-4 rounded-md bg-kettle/10 px-4 py-2.5 leading-relaxed">
      {sentences.length === 0 ? 'Its jars, date and loads don’t change.' : sentences.join(' ')}
    </div>
  )
}
