import { DateField } from '../../household/date-field'
import { paths, type NeedRow } from '@kelvit/contract'
import {
  addDays,
  foodOf,
  foods,
  JAR_SIZES,
  jarName,
  jarsForServings,
  mealsOfUse,
  shortFood,
  shortName,
  suggestJar,
  type JarSize,
} from '@kelvit/core'
import { Controller, FormProvider, useForm, useFormContext } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useFoodUse } from '../../sync/queries'
import { useMixedFoods, type MixedFood } from '../../household/mixed-foods'
import { useToday } from '../../household/session'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { NumberEntry } from '../../ui/number-entry'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Refusal } from '../../ui/states'

const MONTHS = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D']
const NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]

interface NeedFormProps {
  readonly need?: NeedRow
  readonly taken: readonly string[]
  readonly onClose: () => void
}

/** The form as it is typed; what is left empty follows from the rest. */
interface Typed {
  foodId: string
  formId: string
  jar: JarSize | ''
  servings: number | null
  jarsPerMeal: number | null
  mealsPerWeek: number | null
  freshMonths: number[]
  nextHarvestOn: string
  certainty: string
  putUpAll: boolean
}

const USUAL_SERVINGS = 4

/** What follows from what was typed so far: the form, the sizes it is tested in, jars for a meal. */
function readTyped(typed: Typed, mixed: readonly MixedFood[]) {
  const own = mixed.find((m) => m.countsAs === typed.foodId)
  const all = foodOf(own?.foodId ?? typed.foodId)?.forms ?? []
  // What is in a mixed jar decides its row.
  const forms = own ? all.filter((f) => f.id === own.formId) : all
  const form = forms.find((f) => f.id === typed.formId) ?? forms[0]
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined)
  const servings = typed.servings ?? USUAL_SERVINGS
  const suggested = suggestJar(servings, sizes)
  const jar = typed.jar !== '' && sizes.includes(typed.jar) ? typed.jar : suggested
  const usual = jarsForServings(servings, jar)
  return { forms, form, sizes, suggested, jar, usual, perMeal: typed.jarsPerMeal ?? usual }
}

/** How often a food is on the table, in which jars, until when. */
export function NeedForm({ need, taken, onClose }: NeedFormProps) {
  const today = useToday()
  const mixed = useMixedFoods()
  const choices = [
    ...foods.map((f) => [f.id, shortName(f)] as const),
    ...mixed.map((m) => [m.countsAs, m.word] as const),
  ].filter(([id]) => id === need?.foodId || !taken.includes(id))
  const form = useForm<Typed>({
    defaultValues: {
      foodId: need?.foodId ?? choices[0]?.[0] ?? '',
      formId: need?.formId ?? '',
      jar: need?.jar ?? '',
      servings: null,
      jarsPerMeal: need?.jarsPerMeal ?? null,
      mealsPerWeek: need?.mealsPerWeek ?? 1,
      freshMonths: [...(need?.freshMonths ?? [])],
      nextHarvestOn: need?.nextHarvestOn ?? addDays(today, 365),
      certainty: String(need?.certainty ?? 0.8),
      putUpAll: need?.putUpAll ?? false,
    },
  })
  const read = readTyped(form.watch(), mixed)
  const save = useSave('needs')
  const notify = useNotify()
  const done = (words: string) => ({
    onSuccess: () => {
      notify.done(words)
      onClose()
    },
  })
  const send = (typed: Typed): void => {
    const { foodId, mealsPerWeek, freshMonths, nextHarvestOn, certainty, putUpAll } = typed
    const { form: chosen, jar, perMeal } = read
    const body = {
      foodId,
      formId: chosen?.id,
      jar,
      jarsPerMeal: perMeal,
      mealsPerWeek,
      freshMonths: [...freshMonths].sort((a, b) => a - b),
      nextHarvestOn,
      certainty: Number(certainty),
      putUpAll,
    }
    save.mutate(
      need
        ? {
            method: 'PATCH',
            path: `${paths.needs}/${need.id}`,
            body: { version: need.version, ...body },
          }
        : { method: 'PUT', path: `${paths.needs}/${uuidv7()}`, body },
      done('Saved.'),
    )
  }
  const used = useFoodUse().data?.find((u) => u.foodId === form.watch('foodId'))?.jarsAWeek ?? null
  return (
    <Sheet
      open
      wide
      onOpenChange={(o) => !o && onClose()}
      title={need ? shortFood(need.foodId) : 'What’s on the table?'}
    >
      <FormProvider {...form}>
        <form onSubmit={(e) => void form.handleSubmit(send)(e)} className="flex flex-col gap-4">
          <div className="grid gap-4 sm:grid-cols-2">
            <What choices={choices} fixed={need !== undefined} />
            <HowOften used={used} />
            <UntilWhen />
          </div>
          <FreshMonths />
          <label className="flex min-h-11 items-start gap-3 py-2">
            <input
              type="checkbox"
              className="mt-0.5 size-6 shrink-0 accent-kettle"
              {...form.register('putUpAll')}
            />
            <span>
              Put up everything
              <span className="block text-[15px] text-ink-soft">
                Plan all that comes in, also more than we eat and the last few jars.
              </span>
            </span>
          </label>
          <Refusal of={save.error} />
          <div className="flex flex-wrap gap-3">
            <Button type="submit" look="main" disabled={save.isPending}>
              Save
            </Button>
            {used !== null && (
              <Button
                onClick={() =>
                  form.setValue('mealsPerWeek', mealsOfUse(used, Math.max(read.perMeal, 0.5)))
                }
              >
                Use last year’s figure
              </Button>
            )}
            {need && (
              <Button
                look="stop"
                onClick={() =>
                  save.mutate(
                    { method: 'DELETE', path: `${paths.needs}/${need.id}` },
                    done('Food removed.'),
                  )
                }
              >
                Remove
              </Button>
            )}
          </div>
        </form>
      </FormProvider>
    </Sheet>
  )
}

function What({
  choices,
  fixed,
}: {
  readonly choices: readonly (readonly [id: string, name: string])[]
  readonly fixed: boolean
}) {
  const { register, watch } = useFormContext<Typed>()
  const { forms } = readTyped(watch(), useMixedFoods())
  return (
    <>
      <ChoiceField label="Food" choices={choices} disabled={fixed} {...register('foodId')} />
      <ChoiceField
        label="Put up as"
        choices={forms.map((f) => [f.id, f.name])}
        {...register('formId')}
      />
    </>
  )
}

function HowOften({ used }: { readonly used: number | null }) {
  const { control, watch, setValue } = useFormContext<Typed>()
  const { sizes, suggested, jar, usual } = readTyped(watch(), useMixedFoods())
  return (
    <>
      <NumberEntry
        control={control}
        name="mealsPerWeek"
        label="Meals a week"
        min={0}
        max={50}
        required
        help={
          used === null
            ? 'From jars, when you don’t eat it fresh.'
            : `You ate about ${used.toFixed(1)} jars a week this past year.`
        }
      />
      <NumberEntry
        control={control}
        name="servings"
        label="Servings at a meal"
        whole
        min={1}
        max={60}
        placeholder={String(USUAL_SERVINGS)}
        help={`Half a cup each: ${jarName(suggested)} suit, ${usual} a meal.`}
      />
      <ChoiceField
        label="Jars"
        choices={sizes.map((s) => [s, jarName(s)])}
        value={jar}
        onChange={(e) => setValue('jar', e.target.value as JarSize)}
      />
      <NumberEntry
        control={control}
        name="jarsPerMeal"
        label="Jars at a meal"
        min={0.1}
        max={50}
        placeholder={String(usual)}
      />
    </>
  )
}

function UntilWhen() {
  const { register, control } = useFormContext<Typed>()
  return (
    <>
      <Controller
        control={control}
        name="nextHarvestOn"
        render={({ field }) => (
          <DateField
            label="Its next harvest"
            value={field.value}
            onChange={field.onChange}
            required
            help="We count jars until then."
          />
        )}
      />
      <ChoiceField
        label="How sure do you want to be?"
        choices={[
          ['0.5', 'even chance'],
          ['0.8', '80% sure'],
          ['0.9', '90% sure'],
          ['0.95', '95% sure'],
        ]}
        help="Surer means more pounds for the same number of jars."
        {...register('certainty')}
      />
    </>
  )
}

function FreshMonths() {
  const { watch, setValue } = useFormContext<Typed>()
  const fresh = watch('freshMonths')
  const toggle = (month: number): void =>
    setValue(
      'freshMonths',
      fresh.includes(month) ? fresh.filter((m) => m !== month) : [...fresh, month],
    )
  return (
    <fieldset>
      <legend className="mb-1 text-[15px] font-semibold">Months you eat it fresh instead</legend>
      <div className="flex flex-wrap gap-1.5">
        {MONTHS.map((m, i) => {
          const on = fresh.includes(i + 1)
          return (
            <button
              key={i}
              type="button"
              aria-pressed={on}
              aria-label={NAMES[i]}
              onClick={() => toggle(i + 1)}
              className={`size-11 rounded-md border-[1.5px] font-semibold ${on ? 'border-brine bg-brine text-crock' : 'border-rim'}`}
            >
              {m}
            </button>
          )
        })}
      </div>
    </fieldset>
  )
}
