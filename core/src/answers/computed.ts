import { kitchenOf, rowHere, packLiked } from '../kitchen'
import { cannerClasses, MINIMUM_LOAD } from '../load/canner-classes'
import { capacityFor } from '../load/capacity'
import { restingHere, stageSpans, totalMinutes } from '../load/stages'
import type { HouseCanner } from '../load/types'
import { cookMinutes } from '../harvest/ahead'
import { handsPerQuart } from '../harvest/estimate'
import type { LotYield } from '../harvest/history'
import { jarsForServings, suggestJar } from '../book/needs'
import { findSpoken } from '../method/spoken'
import { saidName } from '../method/foods'
import { countJars } from '../method/jar-size'
import { mixedLoad } from '../method/mixed-load'
import type { Food, HouseholdRules, Process } from '../method/data/types'
import { pressureOn, showMinutes, showPressure } from '../quantity/format'
import { psi, type Feet } from '../quantity/units'
import { readTime, sayTime } from '../time/say'
import type { ClockHours, GaugeKind, JarSize, Pack, UnitSystem } from '../words'

/** An answer that is worked out rather than told. */
export interface Computed {
  readonly ask: string
  readonly say: string
  readonly act: readonly [words: string, to: string]
}

/** What such an answer is worked out from. */
export interface ComputingKitchen {
  readonly altitudeFt: Feet
  /** Nobody said where it is: every altitude's figure is told. */
  readonly anywhere?: boolean
  readonly units: UnitSystem
  readonly settings: {
    readonly restMinutes: number
    readonly defaultPack: Pack
    readonly mealsPerWeek: number
    readonly clockHours: ClockHours
    readonly burners?: number
  } & Required<HouseholdRules>
  /** Canners that are fit for use. */
  readonly canners: readonly (HouseCanner & { readonly name: string })[]
  /** Lots that were canned whole; none where nobody knows. */
  readonly yields?: readonly LotYield[]
  /** The household's plain date, ISO. */
  readonly today?: string
}

/**
 * Works out "may corn and beets share a load?", "begin when to be done by ten?" and
 * "which canner for ten people?". Undefined where none of them is asked.
 */
export const computeAnswer = (question: string, kitchen: ComputingKitchen): Computed | undefined =>
  shareLoad(question, kitchen) ?? beginWhen(question, kitchen) ?? whichCanner(question, kitchen)

const SHARE =
  /^(?:may|can|do|could|should)?\s*(?:i\s+|we\s+)?(?:can\s+|put\s+|run\s+|mix\s+|process\s+)?(.+?)\s+(?:and|with|\+|&)\s+(.+?)\s*(?:go |be run |run )?(?:together )?(?:share|together|in (?:one|the same)|in a) ?(?:in )?(?:a |one |the same )?(?:canner load|load|canner|run|batch)?\??$/i

function shareLoad(question: string, kitchen: ComputingKitchen): Computed | undefined {
  const said = SHARE.exec(question.trim())
  const foods = said ? [said[1], said[2]].map((w) => foodSaid(w ?? '')) : []
  const [one, two] = foods
  if (!one || !two) return undefined
  const names = `${saidName(one)} and ${saidName(two)}`
  const ask = `Can ${names} share a load?`
  const act = ['Plan a load', '/stove/plan'] as const
  const [size, ...smaller] = SIZES.map((jar) => ({ jar, lines: linesFor(one, two, jar, kitchen) }))
  const found = [size, ...smaller].find((s) => s && s.lines.length > 0)
  if (!found)
    return {
      ask,
      say: 'No. The tables have no shared pressure for them in the same jars here. Run them one after the other.',
      act,
    }
  const [first] = found.lines
  const { minutes, times } = first?.shared ?? { minutes: 0, times: [] }
  const longer = minutes > Math.min(...times) ? `, the longer of ${times.join(' and ')}` : ''
  return {
    ask,
    say: `Yes: ${minutes} minutes${longer}, in ${found.jar === 'quart' ? 'quarts' : 'pints'}. ${found.lines.map((l) => l.words).join(' ')} Put them in and take them out together.`,
    act,
  }
}

interface SharedLine {
  readonly shared: Extract<Shared, { outcome: 'process' }>
  readonly words: string
}

/** Where both may go, canner by canner: each by its own gauge, and as its own dial reads. */
function linesFor(one: Food, two: Food, jar: JarSize, kitchen: ComputingKitchen): SharedLine[] {
  const at = (gauge: GaugeKind): SharedLine['shared'] | undefined => {
    const shared = sharedAt(one, two, jar, gauge, kitchen)
    return shared.outcome === 'process' ? shared : undefined
  }
  if (kitchen.canners.length === 0) {
    const shared = at('weighted')
    return shared
      ? [
          {
            shared,
            words: kitchen.anywhere
              ? 'Use the pressure for your altitude.'
              : `With a weight: ${showPressure(shared.psi, kitchen.units)} here.`,
          },
        ]
      : []
  }
  return kitchen.canners.flatMap((canner): SharedLine[] => {
    const shared = at(canner.regulatedBy)
    if (!shared) return []
    const errorPsi = psi(canner.lastTest?.errorPsi ?? 0)
    const marks = canner.dialMarks ?? null
    const hold = pressureOn(
      { kind: canner.regulatedBy, errorPsi, marks },
      shared.psi,
      kitchen.units,
    )
    return [{ shared, words: `In ${canner.name}: ${hold}.` }]
  })
}

type Shared =
  | {
      readonly outcome: 'process'
      readonly psi: Process['psi']
      readonly minutes: number
      readonly times: readonly number[]
    }
  | { readonly outcome: 'refused' }

const SIZES: readonly JarSize[] = ['quart', 'pint']

function sharedAt(
  one: Food,
  two: Food,
  jar: JarSize,
  gauge: GaugeKind,
  kitchen: ComputingKitchen,
): Shared {
  const processes = [one, two].map((f) => processOf(f, jar, gauge, kitchen))
  if (processes.some((p) => p === undefined)) return { outcome: 'refused' }
  const both = processes as readonly Process[]
  const mixed = mixedLoad(both)
  return mixed.outcome === 'process'
    ? {
        outcome: 'process',
        psi: mixed.psi,
        minutes: mixed.minutes,
        times: both.map((p) => p.minutes),
      }
    : { outcome: 'refused' }
}

function processOf(
  food: Food,
  jar: JarSize,
  gauge: GaugeKind,
  kitchen: ComputingKitchen,
): Process | undefined {
  const form = food.forms.find((f) => f.minutes[jar] !== undefined)
  return form && processIn(form.id, jar, gauge, kitchen)
}

/** A form's process on a gauge here, in the pack this kitchen likes; undefined where it is refused. */
export function processIn(
  formId: string,
  jar: JarSize,
  gauge: GaugeKind,
  kitchen: ComputingKitchen,
): Process | undefined {
  const here = kitchenOf(kitchen)
  const answer = rowHere(here, { formId, pack: packLiked(formId, here.defaultPack), jar }, gauge)
  return answer.outcome === 'process' ? answer : undefined
}

/** A food by the words of a question; articles and sizes around it are let go. */
function foodSaid(words: string): Food | undefined {
  const bare = words
    .replace(/^(?:my|the|some|a load of|quarts? of|pints? of|jars? of)\s+/i, '')
    .replace(/\s+(?:to|be|go|be canned|a)$/i, '')
  const found = findSpoken(bare)
  return found.kind === 'food' ? found.food : undefined
}

const DONE_BY =
  /(?:begin|start|when).*?(?:done|finished|ready|clean)\s*(?:kitchen)?\s*(?:by|at|before)\s+([\w:. ]+?)(?:\s+(?:with|for)\s+(.+?))?\??$/i
const HOURS: readonly string[] = [
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]
/** People ask it in the evening: a bare hour is the one before midnight. */
const EVENING_MIN = 20 * 60

function beginWhen(question: string, kitchen: ComputingKitchen): Computed | undefined {
  const said = DONE_BY.exec(question.trim())
  const [canner] = kitchen.canners
  if (!said || !canner) return undefined
  const hour = HOURS.indexOf((said[1] ?? '').toLowerCase())
  const by = readTime(hour >= 0 ? String(hour + 1) : (said[1] ?? ''), EVENING_MIN)
  const food = foodSaid(said[2] ?? 'snap beans') ?? foodSaid('snap beans')
  const form = food?.forms[0]
  if (by === undefined || !food || !form) return undefined
  const jar: JarSize = form.minutes.quart === undefined ? 'pint' : 'quart'
  const process = processOf(food, jar, canner.regulatedBy, kitchen)
  const jars = Math.max(
    capacityFor(canner.capacity, jar, 'regular'),
    capacityFor(canner.capacity, jar, 'wide'),
  )
  if (!process || jars === 0) return undefined
  const spans = stageSpans(
    {
      ...{ jars, jar },
      prepMinPerQuart: handsPerQuart(food, form),
      processMinutes: process.minutes,
      cookMin: cookMinutes([{ formId: form.id }]),
    },
    restingHere(canner, kitchen.settings).stageMinutes,
  )
  const total = Math.ceil(totalMinutes(spans) / 5) * 5
  const { clockHours } = kitchen.settings
  const begin = (((by - total) % 1440) + 1440) % 1440
  return {
    ask: `When must we begin to be done by ${sayTime(by, clockHours)}?`,
    say: `At about ${sayTime(begin, clockHours)}${total > by ? ' the day before' : ''}, for ${countJars(jars, jar)} of ${saidName(food)} in ${canner.name}: ${showMinutes(total)} from starting prep to the last jar out, ${process.minutes} minutes of it process. It takes less with more hands or if you prepare ahead.`,
    act: ['The season’s days', '/season'],
  }
}

const WHICH =
  /(?:which|what|how (?:big|large)).*canner.*?(?:for|of)\s+(?:a (?:house|household|family) of\s+)?(\w+)/i
/** Weeks a year in which jars are on the table rather than the garden. */
const JAR_WEEKS = 40

function whichCanner(question: string, kitchen: ComputingKitchen): Computed | undefined {
  const said = WHICH.exec(question)
  const word = (said?.[1] ?? '').toLowerCase()
  const people = /^\d{1,2}$/.test(word) ? Number(word) : HOURS.indexOf(word) + 1
  if (!said || people < 1) return undefined
  const jar = suggestJar(people, ['pint', 'quart'])
  const aMeal = jarsForServings(people, jar)
  const meals = kitchen.settings.mealsPerWeek
  const year = aMeal * meals * JAR_WEEKS
  const able = cannerClasses.filter(
    (c) => capacityFor(c.capacity, jar, 'regular') >= MINIMUM_LOAD.quart,
  )
  const loads = able.map((c) => {
    const takes = capacityFor(c.capacity, jar, 'regular')
    return `${c.name}: ${takes} a load, ${Math.ceil(year / takes)} loads`
  })
  return {
    ask: `Which canner for ${people === 1 ? 'one' : people} at the table?`,
    say: `${countJars(aMeal, jar)} a meal, ${meals} meals a week and ${JAR_WEEKS} weeks from jars make ${countJars(year, jar)} a year. ${loads.join('; ')}. A load takes two hours or more, so think about how many you want to run.`,
    act: ['What if we had another canner', '/season/what-if'],
  }
}
