import { paths, type NeedRow } from '@kelvit/contract'
import {
  addDays,
  foods,
  JAR_SIZES,
  jarName,
  jarsForServings,
  shortName,
  suggestJar,
  weeklyUse,
  type JarSize,
} from '@kelvit/core'
import { useState, type FormEvent } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../api/changes'
import { useJars } from '../../api/queries'
import { sentenceOf } from '../../api/request'
import { useToday } from '../../app/session'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'

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

/** How often a food is on the table, in which jars, until when. */
export function NeedForm({ need, taken, onClose }: NeedFormProps) {
  const today = useToday()
  const choices = foods.filter((f) => f.id === need?.foodId || !taken.includes(f.id))
  const [foodId, setFoodId] = useState(need?.foodId ?? choices[0]?.id ?? '')
  const food = foods.find((f) => f.id === foodId) ?? choices[0]
  const [formId, setFormId] = useState(need?.formId ?? '')
  const form = food?.forms.find((f) => f.id === formId) ?? food?.forms[0]
  const sizes = JAR_SIZES.filter((s) => form?.minutes[s] !== undefined)
  const [servings, setServings] = useState('')
  const [jarChoice, setJar] = useState<JarSize | undefined>(need?.jar)
  const suggested = suggestJar(Number(servings) || 4, sizes)
  const jar = jarChoice && sizes.includes(jarChoice) ? jarChoice : suggested
  const [jarsPerMeal, setJarsPerMeal] = useState(need ? String(need.jarsPerMeal) : '')
  const perMeal =
    jarsPerMeal === '' ? jarsForServings(Number(servings) || 4, jar) : Number(jarsPerMeal)
  const [meals, setMeals] = useState(String(need?.mealsPerWeek ?? 1))
  const [fresh, setFresh] = useState<readonly number[]>(need?.freshMonths ?? [])
  const [harvest, setHarvest] = useState(need?.nextHarvestOn ?? addDays(today, 365))
  const [certainty, setCertainty] = useState(String(need?.certainty ?? 0.8))
  const used = useUsed(food?.id ?? '', today)
  const save = useSave('needs')
  const notify = useNotify()
  const done = (words: string) => ({
    onSuccess: () => {
      notify.done(words)
      onClose()
    },
  })
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    const body = {
      foodId: food?.id,
      formId: form?.id,
      jar,
      jarsPerMeal: perMeal,
      mealsPerWeek: Number(meals),
      freshMonths: fresh,
      nextHarvestOn: harvest,
      certainty: Number(certainty),
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
  return (
    <Sheet
      open
      wide
      onOpenChange={(o) => !o && onClose()}
      title={need && food ? shortName(food) : 'What is on the table?'}
    >
      <form onSubmit={submit} className="flex flex-col gap-4">
        <div className="grid gap-4 sm:grid-cols-2">
          <ChoiceField
            label="Food"
            choices={choices.map((f) => [f.id, shortName(f)])}
            value={foodId}
            onChange={(e) => setFoodId(e.target.value)}
            disabled={need !== undefined}
          />
          <ChoiceField
            label="Put up as"
            choices={food?.forms.map((f) => [f.id, f.name]) ?? []}
            value={form?.id ?? ''}
            onChange={(e) => setFormId(e.target.value)}
          />
          <TextField
            label="Meals a week"
            type="number"
            min={0}
            max={50}
            step="0.25"
            value={meals}
            onChange={(e) => setMeals(e.target.value)}
            required
            help={
              used === null
                ? 'From jars, when it is not eaten fresh.'
                : `The record says about ${used.toFixed(1)} jars a week this past year.`
            }
          />
          <TextField
            label="Servings at a meal"
            type="number"
            min={1}
            max={60}
            value={servings}
            onChange={(e) => setServings(e.target.value)}
            placeholder="4"
            help={`Half a cup each: ${jarName(suggested)} suit, ${jarsForServings(Number(servings) || 4, jar)} a meal.`}
          />
          <ChoiceField
            label="Jars"
            choices={sizes.map((s) => [s, jarName(s)])}
            value={jar}
            onChange={(e) => setJar(e.target.value as JarSize)}
          />
          <TextField
            label="Jars at a meal"
            type="number"
            min={0}
            max={50}
            step="0.5"
            value={jarsPerMeal === '' ? String(perMeal) : jarsPerMeal}
            onChange={(e) => setJarsPerMeal(e.target.value)}
            required
          />
          <TextField
            label="Its next harvest"
            type="date"
            value={harvest}
            onChange={(e) => setHarvest(e.target.value)}
            required
            help="Jars are counted until then."
          />
          <ChoiceField
            label="How sure of enough"
            choices={[
              ['0.5', 'even chance'],
              ['0.8', '80% sure'],
              ['0.9', '90% sure'],
              ['0.95', '95% sure'],
            ]}
            value={certainty}
            onChange={(e) => setCertainty(e.target.value)}
            help="Surer means more pounds for the same jars."
          />
        </div>
        <fieldset>
          <legend className="mb-1 text-[15px] font-semibold">
            Months in which it is eaten fresh instead
          </legend>
          <div className="flex flex-wrap gap-1.5">
            {MONTHS.map((m, i) => {
              const on = fresh.includes(i + 1)
              return (
                <button
                  key={i}
                  type="button"
                  aria-pressed={on}
                  aria-label={NAMES[i]}
                  onClick={() =>
                    setFresh(
                      on
                        ? fresh.filter((x) => x !== i + 1)
                        : [...fresh, i + 1].sort((a, b) => a - b),
                    )
                  }
                  className={`size-11 rounded-md border-[1.5px] font-semibold ${on ? 'border-brine bg-brine text-crock' : 'border-rim'}`}
                >
                  {m}
                </button>
              )
            })}
          </div>
        </fieldset>
        {save.isError && (
          <p role="alert" className="text-beet">
            {sentenceOf(save.error)}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="main" disabled={save.isPending}>
            Save
          </Button>
          {used !== null && (
            <Button
              onClick={() => {
                setMeals((used / Math.max(perMeal, 0.5)).toFixed(2))
              }}
            >
              Take last year’s use
            </Button>
          )}
          {need && (
            <Button
              look="stop"
              onClick={() =>
                save.mutate(
                  { method: 'DELETE', path: `${paths.needs}/${need.id}` },
                  done('Taken off.'),
                )
              }
            >
              Take it off
            </Button>
          )}
        </div>
      </form>
    </Sheet>
  )
}

/** Jars a week that were taken in the past year, by the record; null when it is too short. */
function useUsed(foodId: string, today: string): number | null {
  const jars = useJars().data?.filter((j) => j.foodId === foodId) ?? []
  const first = jars.map((j) => j.cannedOn).sort()[0]
  if (!first) return null
  const yearAgo = addDays(today, -365)
  return weeklyUse(
    jars.filter((j) => j.state === 'eaten').map((j) => j.stateAt.slice(0, 10)),
    first > yearAgo ? first : yearAgo,
    today,
  )
}
