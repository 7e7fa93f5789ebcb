import { paths, type CannerRead } from '@kelvit/contract'
import {
  cannerClasses,
  capacityFor,
  DIAL_MARKS,
  estimateCapacity,
  gaugeScale,
  JAR_SIZES,
  MOUTHS,
  jarName,
  MINIMUM_LOAD,
  type CannerClass,
  type DialMarks,
  type GaugeKind,
  type JarSize,
  type Mouth,
} from '@kelvit/core'
import { Controller, FormProvider, useForm, useFormContext } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../sync/changes'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'
import { useNotify } from '../ui/notice'
import { NumberEntry } from '../ui/number-entry'
import { Sheet } from '../ui/sheet'
import { Refusal } from '../ui/states'
import { ShortField } from './measure-fields'
import { useHousehold } from './session'
import { StandsOn, type OnBurnerTyped } from './stands-on'

type Counts = Record<JarSize, Record<Mouth, number | null>>

/** The form as it is typed; it becomes a canner when it is sent. */
interface Typed extends OnBurnerTyped {
  classId: string
  name: string
  gauge: GaugeKind | 'both'
  regulatedBy: GaugeKind
  dialMarks: DialMarks | ''
  seal: 'gasket' | 'metal'
  waterIn: number | null
  counts: Counts
  manual: string
  rangeNote: string
}

const countsOf = (capacity: CannerClass['capacity']): Counts =>
  Object.fromEntries(
    JAR_SIZES.map((s) => [
      s,
      Object.fromEntries(MOUTHS.map((m) => [m, capacityFor(capacity, s, m)])),
    ]),
  ) as Counts

const classOf = (id: string): CannerClass | undefined => cannerClasses.find((c) => c.id === id)

function typedOf(canner: CannerRead | undefined): Typed {
  const kind = classOf(canner?.classId ?? cannerClasses[0]?.id ?? '')
  return {
    classId: canner?.classId ?? kind?.id ?? '',
    name: canner?.name ?? '',
    gauge: canner?.gauge ?? kind?.gauge ?? 'dial',
    regulatedBy: canner?.regulatedBy ?? 'dial',
    dialMarks: canner?.dialMarks ?? '',
    standsOn: canner?.standsOn ?? '',
    burnerLimitLb: canner?.burnerLimitLb ?? null,
    emptyLb: canner?.emptyLb ?? null,
    seal: canner?.seal ?? 'gasket',
    waterIn: canner?.waterIn ?? 3,
    counts: countsOf(canner?.capacity ?? kind?.capacity ?? {}),
    manual: canner?.manual ?? '',
    rangeNote: canner?.rangeNote ?? '',
  }
}

/** What is sent of a form: its class gives a new canner its measures and times. */
function bodyOf({ counts, ...typed }: Typed, isNew: boolean): object {
  const kind = classOf(typed.classId)
  return {
    ...typed,
    classId: typed.classId || null,
    regulatedBy: typed.gauge === 'both' ? typed.regulatedBy : typed.gauge,
    dialMarks: (typed.gauge !== 'weighted' && typed.dialMarks) || null,
    standsOn: typed.standsOn || null,
    capacity: counts,
    ...(isNew && kind
      ? {
          minimum: MINIMUM_LOAD,
          stageMinutes: kind.stageMinutes,
          innerDiameterIn: kind.innerDiameterIn,
          innerHeightIn: kind.innerHeightIn,
        }
      : {}),
  }
}

interface CannerFormProps {
  readonly canner?: CannerRead
  readonly onClose: () => void
}

/** A canner from its class or changed: gauge, capacity by jar and mouth, water and notes from its manual. */
export function CannerForm({ canner, onClose }: CannerFormProps) {
  const form = useForm<Typed>({ defaultValues: typedOf(canner) })
  const { register, handleSubmit } = form
  const save = useSave('canners')
  const notify = useNotify()
  const send = (body: object, words: string): void =>
    save.mutate(
      canner
        ? {
            method: 'PATCH',
            path: `${paths.canners}/${canner.id}`,
            body: { version: canner.version, ...body },
          }
        : { method: 'PUT', path: `${paths.canners}/${uuidv7()}`, body },
      {
        onSuccess: () => {
          notify.done(words)
          onClose()
        },
      },
    )
  return (
    <Sheet
      open
      wide
      onOpenChange={(o) => !o && onClose()}
      title={canner ? `Change ${canner.name}` : 'Add a canner'}
      about="A canner holds at least four quarts upright and keeps its pressure. Electric multi-cookers aren’t canners."
    >
      <FormProvider {...form}>
        <form
          onSubmit={(e) =>
            void handleSubmit((typed) => send(bodyOf(typed, !canner), 'Canner saved.'))(e)
          }
          className="flex flex-col gap-4"
        >
          <Kind isNew={!canner} />
          <CapacityTable measured={canner} />
          <TextField label="Where you keep its manual" maxLength={400} {...register('manual')} />
          <TextField
            label="Range"
            maxLength={400}
            help="A glass top has a weight limit, and a strong burner can warp the base. Read both manuals."
            {...register('rangeNote')}
          />
          <Refusal of={save.error} />
          <div className="flex flex-wrap gap-3">
            <Button type="submit" look="main" disabled={save.isPending}>
              Save
            </Button>
            {canner && (
              <Button
                look="stop"
                onClick={() => send({ retired: true }, `${canner.name} is no longer in use.`)}
              >
                Stop using it
              </Button>
            )}
          </div>
        </form>
      </FormProvider>
    </Sheet>
  )
}

/** Class, name, gauge, seal and water; a class brings its usual gauge and figures along. */
function Kind({ isNew }: { readonly isNew: boolean }) {
  const { register, control, setValue, watch } = useFormContext<Typed>()
  const { units } = useHousehold().household
  const choose = (id: string): void => {
    const kind = classOf(id)
    if (!kind) return
    setValue('gauge', kind.gauge)
    setValue('counts', countsOf(kind.capacity))
    if (id === 'large') setValue('seal', 'metal')
  }
  return (
    <div className="grid gap-4 sm:grid-cols-2">
      {isNew && (
        <ChoiceField
          label="Class"
          choices={cannerClasses.map((c) => [c.id, c.name])}
          help="A “quart” number is the pot’s volume, not how many jars it holds."
          {...register('classId', {
            onChange: (e: { target: { value: string } }) => choose(e.target.value),
          })}
        />
      )}
      <TextField label="What you call it" required maxLength={60} {...register('name')} />
      <ChoiceField
        label="Gauge"
        choices={[
          ['dial', 'dial'],
          ['weighted', 'weighted'],
          ['both', 'both'],
        ]}
        {...register('gauge')}
      />
      {watch('gauge') === 'both' && (
        <ChoiceField
          label="Which regulates"
          choices={[
            ['dial', 'the dial'],
            ['weighted', 'the weight'],
          ]}
          {...register('regulatedBy')}
        />
      )}
      {watch('gauge') !== 'weighted' && (
        <ChoiceField
          label="Its dial is marked in"
          choices={[
            ['', `${gaugeScale(units).unit}, like the rest of the house`],
            ...DIAL_MARKS.map((m) => [m, m] as const),
          ]}
          help="Read it on the dial’s face. Kelvit then shows every pressure for this canner that way."
          {...register('dialMarks')}
        />
      )}
      <ChoiceField
        label="Seal"
        choices={[
          ['gasket', 'gasket'],
          ['metal', 'metal to metal, oiled'],
        ]}
        {...register('seal')}
      />
      <StandsOn />
      <Controller
        control={control}
        name="waterIn"
        render={({ field }) => (
          <ShortField
            label="Water"
            min={0}
            max={12}
            required
            help="As its manual says. The water doesn’t cover the jars."
            value={field.value}
            onValue={field.onChange}
          />
        )}
      />
    </div>
  )
}

interface Measured {
  readonly innerDiameterIn: number | null
  readonly innerHeightIn: number | null
}

/** Jars by size and mouth: the manual's figures, with what geometry would guess beside them. */
function CapacityTable({ measured }: { readonly measured: Measured | undefined }) {
  const { control, watch } = useFormContext<Typed>()
  const kind = classOf(watch('classId'))
  const diameter = measured?.innerDiameterIn ?? kind?.innerDiameterIn ?? 0
  const height = measured?.innerHeightIn ?? kind?.innerHeightIn ?? 0
  return (
    <table className="w-full text-left text-[15px]">
      <caption className="pb-1 text-left font-semibold">
        How many jars it takes{' '}
        <span className="font-normal text-ink-soft">
          From its manual. In brackets: our guess from its size.
        </span>
      </caption>
      <thead className="text-ink-soft">
        <tr>
          <th scope="col" className="py-1 font-normal">
            Jar
          </th>
          {MOUTHS.map((m) => (
            <th key={m} scope="col" className="py-1 font-normal">
              {m} mouth
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="tabular">
        {JAR_SIZES.map((s) => (
          <tr key={s} className="border-t border-rim">
            <th scope="row" className="py-1 font-normal">
              {jarName(s)}
            </th>
            {MOUTHS.map((m) => (
              <td key={m} className="py-1">
                <span className="flex items-center gap-2">
                  <NumberEntry
                    bare
                    whole
                    control={control}
                    name={`counts.${s}.${m}`}
                    label={`${jarName(s)}, ${m} mouth`}
                    min={0}
                    max={100}
                    required
                    className="w-20"
                  />
                  <span className="text-ink-soft">
                    ({estimateCapacity(diameter, height, s, m)})
                  </span>
                </span>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
