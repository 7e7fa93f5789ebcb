import { foods, JAR_SIZES, jarName, type JarSize, shortFood } from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'
import { useToday } from '../../household/session'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { Stepper } from '../../ui/stepper'
import type { CameDraft } from './count-draft'

const YEARS_BACK = 20

/** Lines of jars that no load of this house made. */
export function CameForm({
  lines,
  change,
}: {
  readonly lines: readonly CameDraft[]
  readonly change: (lines: readonly CameDraft[]) => void
}) {
  const [thisYear = 0, thisMonth = 0] = useToday().split('-').map(Number)
  const last = lines.at(-1)
  const add = (): void =>
    change([
      ...lines,
      {
        key: uuidv7(),
        foodId: last?.foodId ?? foods[0]?.id ?? '',
        jar: last?.jar ?? 'quart',
        mouth: last?.mouth ?? 'regular',
        jars: 1,
        year: last?.year ?? thisYear - 1,
        month: last?.month ?? null,
        process: last?.process ?? '',
        gotFrom: last?.gotFrom ?? '',
      },
    ])
  const set = (key: string, more: Partial<CameDraft>): void =>
    change(lines.map((l) => (l.key === key ? { ...l, ...more } : l)))
  return (
    <>
      <ul>
        {lines.map((line) => (
          <CameLineForm
            key={line.key}
            line={line}
            thisYear={thisYear}
            thisMonth={thisMonth}
            set={(more) => set(line.key, more)}
            drop={() => change(lines.filter((l) => l.key !== line.key))}
          />
        ))}
      </ul>
      <Button onClick={add}>{lines.length === 0 ? 'Add jars' : 'Add another line'}</Button>
    </>
  )
}

const FOOD_CHOICES = foods
  .map((f) => [f.id, shortFood(f.id)] as const)
  .sort((a, b) => a[1].localeCompare(b[1]))

const MONTHS = Array.from({ length: 12 }, (_, i) =>
  new Intl.DateTimeFormat('en-US', { month: 'long', timeZone: 'UTC' }).format(
    Date.UTC(2024, i, 15),
  ),
)

function CameLineForm({
  line,
  thisYear,
  thisMonth,
  set,
  drop,
}: {
  readonly line: CameDraft
  readonly thisYear: number
  readonly thisMonth: number
  readonly set: (more: Partial<CameDraft>) => void
  readonly drop: () => void
}) {
  return (
    <li className="mb-3 grid items-start gap-3 border-b border-rim pb-4 sm:grid-cols-2 lg:grid-cols-[1.3fr_auto_1fr_1fr_0.8fr]">
      <ChoiceField
        label="Food"
        value={line.foodId}
        choices={FOOD_CHOICES}
        onChange={(e) => set({ foodId: e.target.value })}
      />
      <Stepper
        label="How many"
        value={line.jars}
        min={1}
        max={500}
        onChange={(jars) => set({ jars })}
      />
      <ChoiceField
        label="Size"
        value={line.jar}
        choices={JAR_SIZES.map((s) => [s, jarName(s, 2)] as const)}
        onChange={(e) =>
          set({ jar: JAR_SIZES.find((s) => s === e.target.value) ?? ('pint' as JarSize) })
        }
      />
      <ChoiceField
        label="Mouth"
        value={line.mouth}
        choices={[
          ['regular', 'Regular'],
          ['wide', 'Wide'],
        ]}
        onChange={(e) => set({ mouth: e.target.value === 'wide' ? 'wide' : 'regular' })}
      />
      <ChoiceField
        label="Canned in"
        value={String(line.year)}
        choices={Array.from({ length: YEARS_BACK }, (_, i) => {
          const year = String(thisYear - i)
          return [year, year] as const
        })}
        onChange={(e) => set({ year: Number(e.target.value), month: null })}
      />
      <ChoiceField
        label="Month, if you know it"
        value={String(line.month ?? '')}
        choices={[
          ['', 'not known'],
          ...MONTHS.slice(0, line.year === thisYear ? thisMonth : 12).map(
            (name, i) => [String(i + 1), name] as const,
          ),
        ]}
        onChange={(e) => set({ month: e.target.value === '' ? null : Number(e.target.value) })}
      />
      <ChoiceField
        label="How was it processed?"
        className="lg:col-span-2"
        value={line.process}
        help={
          line.process === 'unknown'
            ? 'No best-by: eat soon or not at all.'
            : 'For low-acid food: under pressure, by a tested table.'
        }
        choices={[
          ['', 'Say it…'],
          ['told', 'By a tested process'],
          ['unknown', 'Nobody knows'],
        ]}
        onChange={(e) =>
          set({
            process:
              e.target.value === 'told' || e.target.value === 'unknown' ? e.target.value : '',
          })
        }
      />
      <TextField
        label="From whom (if not yours)"
        className="lg:col-span-2"
        value={line.gotFrom}
        maxLength={80}
        onChange={(e) => set({ gotFrom: e.target.value })}
      />
      <Button look="quiet" className="self-end" onClick={drop}>
        Remove the line
      </Button>
    </li>
  )
}
