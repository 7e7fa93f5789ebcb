import {
  cannerClasses,
  feet,
  formOf,
  lookUpProcess,
  MINIMUM_LOAD,
  prepPerJar,
  seeded,
  type JarSize,
  type SeasonCanner,
  type SeasonLot,
  type SeasonModel,
} from '../../src'

/** Twelve foods of a large garden: form, jar, when it begins (share of the season), for how long, jars a picking. */
const GARDEN: readonly (readonly [string, JarSize, number, number, number, number])[] = [
  ['beans-snap', 'quart', 0.1, 0.35, 4, 14],
  ['peas-green', 'pint', 0, 0.15, 3, 10],
  ['beets', 'quart', 0.15, 0.5, 5, 20],
  ['corn-kernel', 'pint', 0.35, 0.25, 8, 22],
  ['tomatoes-crushed', 'quart', 0.4, 0.45, 4, 20],
  ['carrots', 'quart', 0.3, 0.6, 5, 20],
  ['beans-lima', 'pint', 0.45, 0.3, 3, 10],
  ['okra', 'pint', 0.4, 0.4, 3, 10],
  ['peppers', 'pint', 0.5, 0.35, 4, 12],
  ['greens', 'pint', 0, 0.3, 3, 10],
  ['potatoes-white-cubed', 'quart', 0.5, 0.4, 6, 22],
  ['squash-winter', 'quart', 0.75, 0.25, 5, 18],
]

const ALTITUDE = feet(2640)

export interface SeasonSize {
  readonly lots: number
  readonly days: number
  readonly canners: number
}

/** Sizes of the published figures: 80–120 lots, 100–140 days, 2–3 canners, by the seed. */
function sizeFor(seed: number): SeasonSize {
  const random = seeded(seed * 7 + 1)
  return {
    lots: 80 + Math.floor(random() * 41),
    days: 100 + Math.floor(random() * 41),
    canners: 2 + (seed % 2),
  }
}

/** A season made up from a seed: pickings of twelve foods, evenings and weekends, two or three canners. */
export function makeSeason(seed: number, size: SeasonSize = sizeFor(seed)): SeasonModel {
  const random = seeded(seed)
  const canners = cannerClasses.slice(0, size.canners).map((c): SeasonCanner => ({
    id: c.id,
    name: c.name,
    capacity: c.capacity,
    minimum: MINIMUM_LOAD,
    stageMinutes: c.stageMinutes,
  }))
  const gauges = cannerClasses
    .slice(0, size.canners)
    .map((c) => (c.gauge === 'dial' ? c.gauge : 'weighted'))
  const closed = new Set([Math.floor(random() * 5), Math.floor(random() * 5)])
  const first = Date.UTC(2026, 5, 1)
  const days = Array.from({ length: size.days }, (_, d) => ({
    date: new Date(first + d * 86_400_000).toISOString().slice(0, 10),
    minutes: minutesOf(d % 7, closed, random),
    people: d % 7 >= 5 ? 2 : 1 + Number(random() < 0.4),
  }))
  const openOn = days.map((d) => d.minutes > 0)
  const lots = Array.from({ length: size.lots }, (_, i) => lotOf(i, openOn, gauges, random))
  const jars = lots.reduce((n, l) => n + l.jars, 0)
  return {
    days,
    canners,
    lots,
    burners: 2,
    supplies: [
      {
        id: 'lids regular',
        kind: 'lids',
        jar: null,
        mouth: 'regular',
        stock: days.map((_, d) => (d < 30 ? Math.ceil(jars * 0.4) : jars)),
      },
      {
        id: 'jars quart regular',
        kind: 'jars',
        jar: 'quart',
        mouth: 'regular',
        stock: days.map(() => jars),
      },
    ],
    fixed: [],
    lateMinutes: 30,
  }
}

function minutesOf(weekday: number, closed: ReadonlySet<number>, random: () => number): number {
  if (weekday === 5) return random() < 0.12 ? 0 : 540
  if (weekday === 6) return random() < 0.3 ? 0 : 330
  return closed.has(weekday) || random() < 0.15 ? 0 : 240
}

function lotOf(
  i: number,
  openOn: readonly boolean[],
  gauges: readonly ('dial' | 'weighted')[],
  random: () => number,
): SeasonLot {
  const days = openOn.length
  const [formId, jar, begins, lasts, least, most] = GARDEN[i % GARDEN.length] ?? GARDEN[0]!
  const { food, form } = formOf(formId)!
  const picked = Math.floor((begins + lasts * random()) * (days - 4))
  const keeps = Math.floor(random() < 0.85 ? food.keepsDays.cool : food.keepsDays.room)
  // What does not keep two days is picked when somebody will can it.
  const arrived = keeps < 2 ? Math.max(picked, openOn.indexOf(true, picked)) : picked
  const pack = form.packs.some((p) => p.pack === 'hot') ? 'hot' : 'raw'
  return {
    id: `lot-${i}`,
    foodId: food.id,
    formId,
    pack,
    jar,
    mouth: 'regular',
    jars: least + Math.floor(random() * (most - least + 1)),
    arrived,
    due: Math.min(days - 1, arrived + keeps),
    prepMinPerJar: prepPerJar(jar, food.prepMinPerQuart),
    processes: gauges.map((gauge) => {
      const p = lookUpProcess({ form: formId, pack, jar, gauge, altitudeFt: ALTITUDE })
      return p.outcome === 'process' ? { psi: p.psi, minutes: p.minutes } : null
    }),
  }
}
