import {
  minutes,
  psi,
  type JarState,
  type SealOutcome,
  processFor,
  bareKitchen,
  formOf,
} from '@kelvit/core'
import { put } from './put'
import {
  dateAt,
  DEFAULT_POLICY,
  foldLoad,
  quartsOf,
  shelfDates,
  type JarSize,
  type LoadEvent,
  type LoadEventKind,
  type LoadSetup,
  type Pack,
  type Process,
} from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../db/pool'
import { jars, loadEvents, loadPortions, loads } from '../db/schema'
import type { DemoDays } from './days'
import { addLot } from './lots'

export interface DemoLoad {
  readonly form: string
  readonly jar: JarSize
  readonly jars: number
  readonly days: number
  readonly time: string
  readonly canner: 'small' | 'tall'
  readonly shelf?: string
  /** Pounds of the lot it came from. */
  readonly line: string
  readonly by?: string
  readonly eaten?: number
  readonly lowLiquid?: number
  readonly unsealed?: number
  readonly pack?: Pack
  readonly fell?: boolean
  /** Stop the story here instead of at the seals. */
  readonly until?: LoadEventKind
  readonly lotDays?: number
}

interface Place {
  readonly householdId: string
  readonly zone: string
  readonly altitudeFt: number
  readonly days: DemoDays
  readonly canners: Readonly<Record<'small' | 'tall', string>>
}

const MIN = 60_000
const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ'
const codeOf = (n: number): string =>
  [n * 7919 + 104729, n * 104723 + 31, n * 49 + 11, n * 17 + 5]
    .map((x, i) => SIGNS[Math.floor(x / (i + 1)) % SIGNS.length])
    .join('')

/** Adds a load with the events of a real evening, and its jars when it was checked. */
export async function addLoad(tx: Tx, place: Place, load: DemoLoad, number: number): Promise<void> {
  const { householdId, days } = place
  const process = processOf(place, load)
  const setup: LoadSetup = {
    regulatedBy: process.gauge,
    psi: process.psi,
    minutes: process.minutes,
    gaugeErrorPsi: psi(0),
    restMinutes: minutes(10),
  }
  const start = days.at(load.days, load.time)
  const events = story(load, setup, start, number).filter((e) => e.at <= days.now)
  const state = foldLoad(setup, events)
  if (state.questions.length > 0)
    throw new Error(`demo load ${number}: ${state.questions[0]?.sentence}`)
  const filled = state.entered.heating === undefined ? null : load.jars
  const lotId = await addLot(tx, householdId, days, {
    line: load.line,
    form: load.form,
    jar: load.jar,
    days: load.lotDays ?? load.days - 1,
    ...(filled === null ? {} : { state: 'canned' as const, finished: load.days }),
  })
  const loadId = uuidv7()
  const portion = {
    id: uuidv7(),
    householdId,
    loadId,
    position: 0,
    lotId,
    formId: load.form,
    pack: process.pack,
    jar: load.jar,
    mouth: 'regular' as const,
    jars: load.jars,
    filled,
  }
  const code = codeOf(number)
  await put(tx, loads, {
    id: loadId,
    householdId,
    code,
    cannerId: place.canners[load.canner],
    startsAt: new Date(start),
    setup,
    processes: [process],
    stage: state.stage,
  })
  await put(tx, loadPortions, portion)
  if (events.length > 0)
    await put(
      tx,
      loadEvents,
      events.map((e) => ({
        id: e.id,
        householdId,
        loadId,
        at: new Date(e.at),
        kind: e.kind,
        by: load.by ?? 'Wren',
        psi: e.psi ?? null,
        text: e.text ?? null,
      })),
    )
  if (state.stage === 'checked')
    await addJars(tx, place, load, {
      loadId,
      lotId,
      code,
      standing: state.entered.standing ?? start,
    })
}

function processOf(place: Place, load: DemoLoad): Process {
  const process = processFor(
    bareKitchen(place.altitudeFt),
    { formId: load.form, pack: load.pack ?? 'hot', jar: load.jar },
    load.canner === 'tall' ? 'dial' : 'weighted',
  )
  if (process.outcome === 'refused') throw new Error(process.sentence)
  return process
}

/** The evening minute by minute. */
function story(load: DemoLoad, setup: LoadSetup, start: number, number: number): LoadEvent[] {
  // No two evenings are alike; those that still run are told to the minute.
  const past = load.until === undefined
  const wobble = (about: number, by: number): number =>
    past ? about + ((number * 37) % (2 * by + 1)) - by : about

  const events: LoadEvent[] = []
  let t = start
  const over = (): boolean => events.at(-1)?.kind === load.until && load.until !== undefined
  const heat = (text: string): void => {
    // The last fact of a load that still runs stays its last.
    if (!over()) events.splice(-1, 0, { id: uuidv7(), at: t - 6_000, kind: 'heat-set', text })
  }
  const say = (after: number, kind: LoadEventKind, reading?: number): boolean => {
    if (over()) return false
    t += after * MIN
    events.push({
      id: uuidv7(),
      at: t,
      kind,
      ...(reading === undefined ? {} : { psi: psi(reading) }),
    })
    return true
  }
  say(0, 'started')
  say(Math.min(95, load.jars * quartsOf(load.jar) * 9), 'filling-began')
  say(load.jars + 4, 'locked')
  say(wobble(19, 3), 'steam-steady')
  heat('high')
  say(10, 'weight-on')
  pressure(load, setup, say, heat)
  say(
    setup.minutes % 7 === 0 ? 7 : setup.minutes % 7,
    setup.regulatedBy === 'dial' ? 'reading' : 'still-rocking',
    setup.regulatedBy === 'dial' ? setup.psi + 0.5 : undefined,
  )
  say(0.2, 'heat-off')
  say(past ? wobble(load.canner === 'tall' ? 41 : 34, 4) : 34, 'pressure-zero')
  say(2, 'lock-dropped')
  say(0.5, 'weight-off')
  say(10, 'opened')
  say(6, 'unloaded')
  say(13 * 60, 'seals-checked')
  return events
}

function pressure(
  load: DemoLoad,
  setup: LoadSetup,
  say: (min: number, kind: LoadEventKind, psi?: number) => boolean,
  heat: (setting: string) => void,
): void {
  const dial = setup.regulatedBy === 'dial'
  if (dial) for (const psi of [5, 9, setup.psi - 0.6]) say(2.5, 'reading', psi)
  if (dial) {
    heat('5')
    say(2, 'reading', setup.psi + 0.3)
    heat('3½')
  } else {
    say(8, 'at-pressure')
    heat('4')
  }
  if (load.fell) {
    say(6, dial ? 'reading' : 'pressure-fell', dial ? setup.psi - 0.5 : undefined)
    say(3, dial ? 'reading' : 'at-pressure', dial ? setup.psi + 0.5 : undefined)
  }
  const wobble = [0.8, 0.4, 0.6, 0.9, 0.5]
  const looks = Math.ceil(setup.minutes / 7) - 1
  for (let i = 0; i < looks; i++)
    say(
      7,
      dial ? 'reading' : 'still-rocking',
      dial ? setup.psi + (wobble[i % 5] ?? 0.5) : undefined,
    )
}

async function addJars(
  tx: Tx,
  place: Place,
  load: DemoLoad,
  from: { loadId: string; lotId: string; code: string; standing: number },
): Promise<void> {
  const { days, householdId, zone } = place
  const cannedOn = dateAt(from.standing, zone)
  const dates = shelfDates(cannedOn, DEFAULT_POLICY)
  const low = load.lowLiquid ?? 0
  const unsealed = load.unsealed ?? 0
  const eaten = load.eaten ?? 0
  await put(
    tx,
    jars,
    Array.from({ length: load.jars }, (_, i) => {
      const seal: SealOutcome =
        i < unsealed ? 'unsealed' : i < unsealed + low ? 'sealed-low-liquid' : 'sealed'
      const gone = i >= load.jars - eaten
      const state: JarState = seal === 'unsealed' || gone ? 'eaten' : 'on-shelf'
      const share = gone ? (i - (load.jars - eaten) + 1) / (eaten + 1) : 0
      const stateAt = gone
        ? from.standing + (days.now - from.standing) * share
        : from.standing + 13 * 3_600_000
      return {
        id: uuidv7(),
        householdId,
        code: `${from.code}-${i + 1}`,
        loadId: from.loadId,
        lotId: from.lotId,
        foodId: processFood(load),
        formId: load.form,
        jar: load.jar,
        mouth: 'regular' as const,
        cannedOn,
        ...dates,
        shelfId: state === 'on-shelf' ? (load.shelf ?? null) : null,
        state,
        useSoon: seal === 'sealed-low-liquid',
        seal,
        cause: seal === 'unsealed' ? 'nick on the rim' : null,
        stateAt: new Date(stateAt),
      }
    }),
  )
}

const processFood = (load: DemoLoad): string => formOf(load.form)?.food.id ?? load.form
