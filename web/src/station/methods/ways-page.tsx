import { paths, type HouseholdSettings } from '@kelvit/contract'
import { KEEPING, SCHOOLS, type School } from '@kelvit/core'
import { OPEN_WAITS } from '@kelvit/core/words'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'

type Key = keyof HouseholdSettings
/** What a house does with a switch on, and with it off. */
const SWITCHES: Readonly<Partial<Record<Key, readonly [on: string, off: string]>>> = {
  salt: ['we salt', 'no salt'],
  vinegarInCanner: ['vinegar goes in', 'no vinegar'],
  wipeRimsWithVinegar: ['rims wiped with vinegar', 'rims wiped with water'],
  lidsInHotWater: ['lids go into hot water', 'lids are only washed'],
  bandsOff: ['bands come off', 'bands stay on'],
}

const CHOICES: Readonly<Partial<Record<Key, readonly (readonly [string, string])[]>>> = {
  defaultPack: [
    ['hot', 'hot pack'],
    ['raw', 'raw pack, where tested'],
  ],
  cushionPsi: [
    ['0', 'no cushion'],
    ['1', '1 psi (7 kPa) over'],
    ['2', '2 psi (14 kPa) over'],
  ],
  extraMinutes: [
    ['0', 'as tested'],
    ['5', '5 minutes longer'],
    ['10', '10 minutes longer'],
  ],
  tomatoOption: [
    ['standard', '10 or 11 psi (69 or 76 kPa)'],
    ['low', 'lower pressure, longer'],
    ['fifteen', '15 psi (104 kPa), shorter'],
  ],
  restMinutes: [
    ['10', '10 minutes'],
    ['15', '15 minutes'],
    ['20', '20 minutes'],
    ['30', '30 minutes'],
  ],
  openMinutes: OPEN_WAITS.map(
    (m) => [String(m), m === 0 ? 'out at once' : `${m} minutes`] as const,
  ),
  bestMonths: KEEPING.choices.map((m) => [String(m), `${m} months`] as const),
  retireJarAfterRuns: [
    ['', 'until nicked'],
    ['3', 'after 3 runs'],
    ['5', 'after 5 runs'],
    ['10', 'after 10 runs'],
    ['20', 'after 20 runs'],
  ],
}

/** Where practitioners differ, what Kelvit does, and the household's own way. */
export function Page() {
  const { household, may } = useHousehold()
  const save = useSave('session')
  const notify = useNotify()
  const change = (key: Key, value: HouseholdSettings[Key]): void => {
    const settings = { ...household.settings, [key]: value }
    if (settings.reviewMonths < settings.bestMonths) settings.reviewMonths = settings.bestMonths * 2
    save.mutate(
      { method: 'PATCH', path: paths.household, body: { version: household.version, settings } },
      {
        onSuccess: () => notify.done('House way saved.'),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  }
  return (
    <Sheet question="Where do people differ?" aside="and what this house does">
      <Panel>
        <ul>
          {SCHOOLS.map((s) => (
            <li
              key={s.id}
              className="grid gap-x-8 gap-y-2 border-t border-rim py-4 first:border-0 first:pt-0 lg:grid-cols-[1fr_1.25fr_15rem]"
            >
              <div>
                <h2 className="text-lg">{s.question}</h2>
                <p className="text-[15px] leading-relaxed text-ink-soft">{s.schools}</p>
              </div>
              <p className="leading-relaxed">{s.kelvit}</p>
              <OurWay
                school={s}
                settings={household.settings}
                disabled={!may('keeper') || save.isPending}
                change={change}
              />
            </li>
          ))}
        </ul>
      </Panel>
    </Sheet>
  )
}

interface OurWayProps {
  readonly school: School
  readonly settings: HouseholdSettings
  readonly disabled: boolean
  readonly change: (key: Key, value: HouseholdSettings[Key]) => void
}

function OurWay({ school, settings, disabled, change }: OurWayProps) {
  const key = school.setting as Key | undefined
  if (!key) return <p className="text-[15px] text-ink-soft">The same for every household.</p>
  const value = settings[key]
  const words = SWITCHES[key]
  if (words)
    return (
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-6 accent-kettle"
          checked={Boolean(value)}
          disabled={disabled}
          onChange={(e) => change(key, e.target.checked)}
        />
        {value ? words[0] : words[1]}
        <span className="sr-only">: {school.question}</span>
      </label>
    )
  const choices = CHOICES[key] ?? []
  const text = value === null ? '' : String(value)
  const known = choices.some(([v]) => v === text)
  return (
    <select
      aria-label={school.question}
      className="min-h-11 rounded-md border-[1.5px] border-rim bg-crock px-2"
      disabled={disabled}
      value={text}
      onChange={(e) =>
        change(
          key,
          key === 'defaultPack' || key === 'tomatoOption'
            ? (e.target.value as HouseholdSettings[typeof key])
            : e.target.value === ''
              ? null
              : Number(e.target.value),
        )
      }
    >
      {!known && <option value={text}>{text}</option>}
      {choices.map(([v, label]) => (
        <option key={v} value={v}>
          {label}
        </option>
      ))}
    </select>
  )
}
