import {
  formOf,
  gaugeOf,
  countJars,
  jarName,
  showLength,
  soakedFoods,
  pressureOn,
  type DaySheet,
  type DayTask,
  type UnitSystem,
  saidFood,
  suppliesOf,
} from '@kelvit/core'
import type { Household } from '@kelvit/contract'
import { showDay } from '../../../household/words'
import type { DayEntry } from '../../../day/entries'
import { joined, shortWords, type Marks } from '../../../day/lanes'

export interface WorkStep {
  readonly loadId: string
  readonly mark: number
  readonly at: string
  readonly text: string
  readonly who: string
}

/** The process of a load as it is hung on the fridge. */
export function processWords(e: DayEntry, units: UnitSystem): string {
  const minutes = Math.max(...e.processes.map((p) => p.minutes))
  const psi = e.processes[0]?.psi
  return psi === undefined
    ? ''
    : `${minutes} minutes at ${pressureOn(gaugeOf(e.canner), psi, units)}${e.canner.regulatedBy === 'dial' ? '' : ', by the weight'}`
}

/** The order of work, line by line. */
export function workSteps(
  sheet: DaySheet,
  entries: readonly DayEntry[],
  marks: Marks,
  nameOf: (person: string | null) => string,
  units: UnitSystem,
  clock: (minute: number) => string,
): readonly WorkStep[] {
  return joined(sheet.tasks).flatMap((task): WorkStep[] => {
    const e = entries.find((x) => x.id === task.loadId)
    return e
      ? [
          {
            loadId: e.id,
            mark: marks.get(e.id) ?? 0,
            at: clock(task.from),
            text: stepText(task, e, units, clock),
            who: nameOf(task.person),
          },
        ]
      : []
  })
}

function stepText(
  task: DayTask,
  e: DayEntry,
  units: UnitSystem,
  clock: (minute: number) => string,
): string {
  const { name } = e.canner
  const until = `until ${clock(task.to)}`
  const psi = e.processes[0]?.psi
  const pressure = psi === undefined ? 'its pressure' : pressureOn(gaugeOf(e.canner), psi, units)
  switch (task.stage) {
    case 'prepare':
      return `Prepare ${shortWords(e)} for ${name}, ${until}`
    case 'cook':
      return `Boil or simmer ${shortWords(e)} as the method says, ${until}. Somebody stays near.`
    case 'fill':
      return `Fill ${e.words}`
    case 'heat':
      return `${name}: lid locked, heat on, weight off`
    case 'vent':
      return `${name}: full steam, vent 10 minutes by the clock`
    case 'climb':
      return `${name}: weight on, bring it up to ${pressure}`
    case 'process':
      return `${name}: at ${pressure}, ${Math.round(task.to - task.from)} minutes; if it falls, start again`
    case 'cool':
      return `${name}: heat off, leave it alone`
    case 'rest':
      return `${name}: gauge at zero and lock down: weight off, wait ${Math.round(task.to - task.from)} minutes`
    case 'unload':
      return `${name}: open away from the face, jars onto a towel`
  }
}

/** What is put into water the evening before; undefined when nothing is. */
export function soakWords(entries: readonly DayEntry[]): string | undefined {
  const foods = soakedFoods(entries).map((id) => saidFood(id))
  return foods.length === 0
    ? undefined
    : `Soak ${foods.join(' and ')} in plenty of water, 12 to 18 hours. Or on the day, first thing: boil 2 minutes and soak 1 hour. Then drain, add fresh water and boil 30 minutes.`
}

/** Loads that are still to be filled: what is on the stove has its jars already. */
const toFill = (entries: readonly DayEntry[]): readonly DayEntry[] =>
  entries.filter((e) => e.day.stages.fill > 0)

/** Jars and lids more than planned, where nobody knows yet what a lot makes here. */
const MORE_JARS = 2

/**
 * What to set out before the first knife.
 * @param known forms of which this household has canned a lot: others may make more than is thought.
 */
export function setOut(
  all: readonly DayEntry[],
  household: Household,
  known?: ReadonlySet<string>,
): readonly { readonly name: string; readonly amount: string }[] {
  const entries = toFill(all)
  const jars = new Map<string, number>()
  const lids = new Map<string, number>()
  const first = new Set<string>()
  for (const e of entries)
    for (const p of e.portions) {
      const kind = `${p.mouth}-mouth ${jarName(p.jar)}, clean and hot`
      const more = known && !known.has(p.formId) && !first.has(p.formId) ? MORE_JARS : 0
      if (more > 0) first.add(p.formId)
      jars.set(kind, (jars.get(kind) ?? 0) + p.jars + more)
      lids.set(p.mouth, (lids.get(p.mouth) ?? 0) + p.jars + more)
    }
  const { citricAcidTsp: citric, saltTsp: salt } = suppliesOf(
    entries.flatMap((e) => e.portions),
    household.settings.salt,
  )
  const list = [
    ...[...jars].map(([name, n]) => ({ name, amount: String(n) })),
    ...[...lids].map(([mouth, n]) => ({ name: `new ${mouth} lids, and bands`, amount: String(n) })),
  ]
  for (const formId of first)
    list.push({
      name: `of these are extra, in case your first ${saidFood(formOf(formId)?.food.id ?? formId)} make more. Put any extra filled jar in the next load or the fridge`,
      amount: String(MORE_JARS),
    })
  if (citric > 0) list.push({ name: 'citric acid', amount: `${trim(citric)} tsp` })
  if (salt > 0) list.push({ name: 'canning salt', amount: `${trim(salt)} tsp` })
  for (const c of new Set(entries.map((e) => e.canner)))
    list.push({
      name: `water in ${c.name}, by its manual`,
      amount: showLength(c.waterIn, household.units),
    })
  if (household.settings.vinegarInCanner)
    list.push({ name: 'vinegar in the water', amount: 'a splash' })
  return list
}

const trim = (n: number): string => String(Math.round(n * 100) / 100)

export const dayTitle = (date: string, household: Household): string =>
  `${showDay(date)}, ${household.name}`
/** "21 quarts, 9 pints" of the whole day. */
export function totalWords(entries: readonly DayEntry[]): string {
  const sizes = new Map<DayEntry['portions'][number]['jar'], number>()
  for (const e of toFill(entries))
    for (const p of e.portions) sizes.set(p.jar, (sizes.get(p.jar) ?? 0) + p.jars)
  return [...sizes].map(([jar, n]) => countJars(n, jar)).join(', ')
}
