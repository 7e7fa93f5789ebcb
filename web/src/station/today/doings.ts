import {
  addDays,
  dateAt,
  countJars,
  decideBy,
  dueLots,
  eatBy,
  lotsWithoutEvening,
  soakedFoods,
  STAND_OPEN_MS,
  saidFood,
  foodIdOf,
} from '@kelvit/core'
import type { CannerRead, Jar, LoadWithEvents, Lot } from '@kelvit/contract'
import { useEveningBook } from '../../household/facts'
import { usePull } from '../../household/pull'
import { useSeasonBalance } from '../../household/season-balance'
import { useHousehold, useToday } from '../../household/session'
import { asDecided } from '../../household/set-aside'
import { shortWords } from '../../household/supply-words'
import { showDay, useTimes } from '../../household/words'
import { useMinute } from '../../sync/clock'
import { stateOf } from '../../sync/loads'
import { useCanners, useJars, useLoads, useSeasonLoads } from '../../sync/queries'
import type { Rim } from '../../ui/panel'

/** Something that wants doing, with the page that does it. */
export interface Doing {
  readonly key: string
  readonly rim: Rim
  readonly title: string
  readonly about: string
  readonly to: string
  readonly action: string
  /** Last and small: nothing spoils if it waits. */
  readonly quiet?: true
}

type DayTime = (ms: number, now: number) => string
interface Clock {
  readonly now: number
  readonly dayTime: DayTime
}

const count = (n: number, one: string, many: string): string =>
  n === 1 ? `One ${one}` : `${n} ${many}`

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

const names = (ids: readonly string[]): string => {
  const all = [...new Set(ids)].map(saidFood)
  return all.length < 3 ? all.join(' and ') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`
}

/** Everything that wants doing, the most urgent first. */
export function useDoings(): readonly Doing[] {
  const loads = useLoads().data ?? []
  const jars = useJars().data ?? []
  const canners = useCanners().data ?? []
  const book = useEveningBook()
  const balance = useSeasonBalance()
  const pull = usePull()?.jars ?? []
  const today = useToday()
  const now = useMinute()
  const { dayTime } = useTimes()
  const clock = { now, dayTime }
  const tomorrow = addDays(today, 1)
  const { zone } = useHousehold().household
  const planned = (useSeasonLoads().data ?? []).filter((l) => l.onDate === tomorrow)
  const doings = [
    asideDoing(jars, clock),
    heldDoing(jars),
    fridgeDoing(jars, clock),
    standingDoing(loads, clock),
    soakDoing([...planned, ...loadsOn(loads, tomorrow, zone)], tomorrow),
    book && eveningDoing(book),
    book && spareDoing(book),
    blockedDoing(canners),
    balance && shortDoing(balance),
    plannedDoing(loads, canners, clock),
    pullDoing(pull, today),
  ]
  return doings.filter((d) => d !== undefined)
}

function asideDoing(jars: readonly Jar[], { now, dayTime }: Clock): Doing | undefined {
  const aside = jars.filter((j) => j.state === 'set-aside')
  if (aside.length === 0) return undefined
  const soonest = aside
    .map((j) => decideBy(asDecided(j)))
    .filter((until) => until !== null)
    .sort((a, b) => a - b)[0]
  const what =
    soonest === undefined
      ? 'Refrigerate and eat within days.'
      : soonest > now
        ? `Process again, refrigerate or freeze by ${dayTime(soonest, now)}. After that, discard.`
        : 'Some were out for more than 24 hours. Discard those unopened and untasted.'
  return {
    key: 'aside',
    rim: 'stop',
    title: `${count(aside.length, 'jar is', 'jars are')} set aside`,
    about: `${capital(names(aside.map((j) => j.foodId)))}: don’t shelve. ${what}`,
    to: '/pantry',
    action: 'Decide what to do with them',
  }
}

/** Where somebody might still eat from a jar that is held; those set aside are asked about anyway. */
const AT_HAND: ReadonlySet<Jar['state']> = new Set(['on-shelf', 'opened', 'refrigerated', 'frozen'])

function heldDoing(jars: readonly Jar[]): Doing | undefined {
  const held = jars.filter((j) => AT_HAND.has(j.state) && j.hold !== null)
  if (held.length === 0) return undefined
  const opened = held.filter((j) => j.state === 'opened').length
  const fridge = opened > 0 ? ` ${count(opened, 'is', 'are')} open in the fridge.` : ''
  return {
    key: 'held',
    rim: 'stop',
    title: `${count(held.length, 'jar is', 'jars are')} held`,
    about: `${capital(names(held.map((j) => j.foodId)))}: don’t eat until somebody has reviewed it.${fridge}`,
    to: held[0]?.loadId ? `/stove/${held[0].loadId}/record` : '/pantry',
    action: 'See why',
  }
}

function fridgeDoing(jars: readonly Jar[], { now, dayTime }: Clock): Doing | undefined {
  const fridge = jars
    .filter((j) => j.state === 'opened' || j.state === 'refrigerated')
    .map((j) => ({ jar: j, until: eatBy(Date.parse(j.stateAt), j) }))
    .sort((a, b) => a.until - b.until)
  if (fridge.length === 0) return undefined
  const late = fridge.some((f) => f.until < now)
  return {
    key: 'fridge',
    rim: late ? 'stop' : 'due',
    title: `${count(fridge.length, 'jar is', 'jars are')} in the fridge`,
    about: fridge
      .map(
        ({ jar, until }) =>
          `${capital(names([jar.foodId]))}${jar.state === 'opened' ? ', opened' : ''}: ${until < now ? 'past its days, discard it' : `eat by ${dayTime(until, now)}`}`,
      )
      .join(' · '),
    to: '/pantry',
    action: 'Record what happened to them',
  }
}

function standingDoing(
  loads: readonly LoadWithEvents[],
  { now, dayTime }: Clock,
): Doing | undefined {
  const standing = loads.filter((l) => l.stage === 'standing')
  if (standing.length === 0) return undefined
  const ready = standing.map((l) => stateOf(l).since + STAND_OPEN_MS).sort((a, b) => a - b)[0]
  const waits = ready !== undefined && ready > now
  return {
    key: 'standing',
    rim: waits ? 'plain' : 'due',
    title: `${count(standing.length, 'load is', 'loads are')} cooling on the towel`,
    about: waits
      ? `Leave it alone. Check the lids from ${dayTime(ready, now)}.`
      : 'Take the bands off, press each lid, and shelve what sealed.',
    to: '/stove',
    action: waits ? 'See it' : 'Check the seals',
  }
}

/** Loads that are planned at the stove for a day. */
const loadsOn = (loads: readonly LoadWithEvents[], date: string, zone: string) =>
  loads.filter((l) => l.stage === 'planned' && dateAt(Date.parse(l.startsAt), zone) === date)

/** Dried beans take their water the evening before. */
function soakDoing(loads: Parameters<typeof soakedFoods>[0], tomorrow: string): Doing | undefined {
  const foods = soakedFoods(loads)
  if (foods.length === 0) return undefined
  return {
    key: 'soak',
    rim: 'due',
    title: `Soak for tomorrow: ${names(foods)}`,
    about:
      'Use plenty of water for 12 to 18 hours. Or tomorrow: boil 2 minutes and soak 1 hour. Then drain, add fresh water and boil 30 minutes.',
    to: `/season/day/${tomorrow}`,
    action: 'Tomorrow’s sheet',
  }
}

/** How far ahead a lot without an evening is spoken of, days. */
const AHEAD_DAYS = 7

function eveningDoing(book: NonNullable<ReturnType<typeof useEveningBook>>): Doing | undefined {
  const due = dueLots(book)
  const open = soonWithoutEvening(book).filter(({ wanted }) => wanted > 0)
  const [first] = open
  if (!first) return undefined
  const foods = [...new Set(open.map(({ lot }) => lot.foodId))]
  const one = foods.length === 1 && open.length === 1 && !/s$/.test(names(foods))
  return {
    key: 'no-evening',
    rim: due.length > 0 ? 'stop' : 'due',
    title: `${capital(names(foods))} ${one ? 'isn’t' : 'aren’t'} scheduled`,
    about: open.map(({ lot, wanted }) => withoutEvening(lot, wanted)).join(' · '),
    to: due[0] ? `/stove/plan?lot=${due[0].id}` : '/season',
    action: due[0] ? 'Plan a load' : 'Find evenings',
  }
}

/** What is more than the household needs, or too little for a load: its other ends. */
function spareDoing(book: NonNullable<ReturnType<typeof useEveningBook>>): Doing | undefined {
  const open = soonWithoutEvening(book).filter(
    ({ lot, spare }) => spare > 0 && lot.state === 'in-house',
  )
  const [first] = open
  if (!first) return undefined
  return {
    key: 'spare',
    rim: 'plain',
    title: `Eat, freeze or give: ${names([...new Set(open.map(({ lot }) => lot.foodId))])}`,
    about: `${open.map(({ lot, spare }) => withoutEvening(lot, spare)).join(' · ')}. That’s more than you need, or too few for a load.`,
    to: `/harvest/lot/${first.lot.id}`,
    action: 'Open the lot',
    quiet: true,
  }
}

const soonWithoutEvening = (book: NonNullable<ReturnType<typeof useEveningBook>>) => {
  const until = addDays(book.today, AHEAD_DAYS)
  return lotsWithoutEvening(book).filter(({ lot }) => lot.canBy <= until)
}

const withoutEvening = (lot: Lot, jars: number): string =>
  `${countJars(jars, lot.jar)} of ${saidFood(foodIdOf(lot.foodId, lot.jarOf))}, can by ${showDay(lot.canBy)}`

function shortDoing(balance: NonNullable<ReturnType<typeof useSeasonBalance>>): Doing | undefined {
  const [first, ...others] = balance.filter((b) => b.shortOn !== null && b.short > 0)
  if (!first) return undefined
  return {
    key: 'short',
    rim: 'due',
    title: `${capital(shortWords(first))} short by ${showDay(first.shortOn ?? '')}`,
    about:
      others.length === 0
        ? `${first.onHand} in the house, ${Math.ceil(first.needed)} wanted.`
        : `Then ${others
            .slice(0, 3)
            .map((b) => `${shortWords(b)} by ${showDay(b.shortOn ?? '')}`)
            .join(', ')}.`,
    to: '/gear',
    action: 'Shopping list',
  }
}

function plannedDoing(
  loads: readonly LoadWithEvents[],
  canners: readonly CannerRead[],
  { now, dayTime }: Clock,
): Doing | undefined {
  const planned = loads
    .filter((l) => l.stage === 'planned')
    .sort((a, b) => a.startsAt.localeCompare(b.startsAt))
  const [first] = planned
  if (!first) return undefined
  const canner = (id: string): string => canners.find((c) => c.id === id)?.name ?? 'a canner'
  return {
    key: 'planned',
    rim: 'plain',
    title: `Next load ${dayTime(Date.parse(first.startsAt), now)}`,
    about: planned
      .map((l) =>
        l.portions.map((p) => `${countJars(p.jars, p.jar)} in ${canner(l.cannerId)}`).join(', '),
      )
      .join(' · '),
    to: `/stove/${first.id}`,
    action: 'Open it',
  }
}

function pullDoing(pull: readonly Jar[], today: string): Doing | undefined {
  if (pull.length === 0) return undefined
  const past = pull.filter((j) => j.bestBy < today).length
  const why =
    past === 0
      ? 'oldest first, while they’re at their best.'
      : past === pull.length
        ? 'all of them are past their best. Check each one before you open it.'
        : `The oldest first. ${past} of them are past their best: check those before you open them.`
  return {
    key: 'pull',
    rim: 'plain',
    title: `${count(pull.length, 'jar', 'jars')} to pull this week`,
    about: `${capital(names(pull.map((j) => j.foodId)))}: ${why}`,
    to: '/pantry',
    action: 'See the shelf',
    quiet: true,
  }
}

function blockedDoing(canners: readonly CannerRead[]): Doing | undefined {
  const [blocked] = canners.filter((c) => !c.retired && c.blocks.length > 0)
  if (!blocked) return undefined
  return {
    key: 'blocked',
    rim: 'stop',
    title: `${blocked.name} can’t be used`,
    about: blocked.blocks[0]?.sentence ?? '',
    to: '/gear',
    action: 'Go to gear',
  }
}
