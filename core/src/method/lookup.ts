import { JAR_SIZES, type GaugeKind, type JarSize, type PressureOptionId } from '../words'
import { inches, minutes, psi, type Feet } from '../quantity/units'
import { BANDS_SOURCE, STANDARD_BANDS } from './data/bands'
import { REFUSED_SOURCE } from './data/refused'
import { EDITION } from './data/sources'
import { additionsPerJar } from './additions'
import { findFood } from './find'
import { formOf, refusedOf, saidName } from './foods'
import { jarName, jarSizeOf } from './jar-size'
import { refuse, refuseFood } from './refusal'
import type {
  Food,
  FoodForm,
  HouseholdRules,
  PackMethod,
  Process,
  ProcessAnswer,
  ProcessOption,
  ProcessQuery,
  Refusal,
} from './data/types'

/**
 * The tested process for one food form, pack, jar, regulating gauge and
 * altitude; or a refusal. Pressures are psi gauge, times minutes, headspace in.
 * Nothing is interpolated: where the table has no row there is no number.
 * @throws RangeError when altitude or the household's rules are not plausible numbers.
 */
export function lookUpProcess(query: ProcessQuery): ProcessAnswer {
  checkRanges(query)
  const found = formOf(query.form)
  if (!found) return refuseUnlisted(query.form)
  const { food, form } = found
  const pack = form.packs.find((p) => p.pack === query.pack)
  if (!pack) return refusePack(food, form)
  const jar = jarSizeOf(query.jar)
  if (!jar) return refuseJar(query.jar)
  const rowSize = rowFor(form, jar)
  if (!rowSize) return refuseSize(food, form, jar)
  const options = optionsAt(form, rowSize, query.gauge, query.altitudeFt)
  if (options.length === 0) return refuseAltitude(query.gauge, query.altitudeFt)
  const liked = query.option === undefined ? query.rules?.tomatoOption : undefined
  const option =
    options.find((o) => o.id === liked) ??
    options.find((o) => o.id === (query.option ?? 'standard'))
  if (!option) return refuseOption(query.option ?? 'standard')
  return answer({ query, food, form, pack, jar, rowSize, options, option })
}

function checkRanges({ altitudeFt, rules }: ProcessQuery): void {
  if (!(altitudeFt >= -1500 && altitudeFt <= 30000))
    throw new RangeError('altitude must be between −1,500 and 30,000 ft')
  const { extraMinutes = 0, cushionPsi = 0 } = rules ?? {}
  if (!(extraMinutes >= 0 && extraMinutes <= 240))
    throw new RangeError('a household may add 0 to 240 minutes, never take any away')
  for (const more of Object.values(rules?.foodMinutes ?? {}))
    if (!(more >= 0 && more <= 240))
      throw new RangeError('a household may add 0 to 240 minutes, never take any away')
  if (!(cushionPsi >= 0 && cushionPsi <= 2)) throw new RangeError('the cushion is 0 to 2 psi')
}

/** The size whose row counts: the jar's own, or the next larger one listed. */
function rowFor(form: FoodForm, jar: JarSize): JarSize | undefined {
  return JAR_SIZES.slice(JAR_SIZES.indexOf(jar)).find((size) => form.minutes[size] !== undefined)
}

const bandIndex = (gauge: GaugeKind, altitude: Feet): number =>
  STANDARD_BANDS[gauge].findIndex((band) => altitude <= band.toFt)

/** The tested pressure and time pairs at this altitude; empty above the table. */
export function optionsAt(
  form: FoodForm,
  rowSize: JarSize,
  gauge: GaugeKind,
  altitude: Feet,
): readonly ProcessOption[] {
  const band = bandIndex(gauge, altitude)
  if (band < 0) return []
  if (form.pressure === 'standard') {
    const target = STANDARD_BANDS[gauge][band]?.psi
    const time = form.minutes[rowSize]
    if (target === undefined || time === undefined) return []
    return [{ id: 'standard', psi: psi(target), minutes: minutes(time) }]
  }
  return form.pressure.flatMap((o) => {
    const target = o[gauge]?.[band] ?? null
    return target === null ? [] : [{ id: o.id, psi: psi(target), minutes: minutes(o.minutes) }]
  })
}

interface Found {
  readonly query: ProcessQuery
  readonly food: Food
  readonly form: FoodForm
  readonly pack: PackMethod
  readonly jar: JarSize
  readonly rowSize: JarSize
  readonly options: readonly ProcessOption[]
  readonly option: ProcessOption
}

function answer(f: Found): Process {
  const rules: HouseholdRules = f.query.rules ?? {}
  const { form, pack, jar, rowSize, option } = f
  const added = additionsPerJar(form, jar)
  const headspace =
    pack.headspaceIn?.[rowSize] ?? form.headspaceIn[rowSize] ?? form.headspaceIn.pint ?? 1
  return {
    outcome: 'process',
    foodId: f.food.id,
    formId: form.id,
    pack: pack.pack,
    jar,
    gauge: f.query.gauge,
    altitudeFt: f.query.altitudeFt,
    minutes: minutes(
      option.minutes + (rules.extraMinutes ?? 0) + (rules.foodMinutes?.[f.food.id] ?? 0),
    ),
    testedMinutes: option.minutes,
    rowSize,
    psi: option.psi,
    holdToPsi: psi(option.psi + (f.query.gauge === 'dial' ? (rules.cushionPsi ?? 1) : 0)),
    option: option.id,
    options: f.options,
    headspaceIn: inches(headspace),
    preparation: pack.preCook,
    acidPerJar: added.acid,
    saltTspPerJar: added.saltTsp,
    notes: [form.note, pack.note, f.food.note].filter((n) => n !== undefined),
    confirmWithExtension: form.confirmWithExtension ?? false,
    source: form.source,
    edition: EDITION,
  }
}

function refuseUnlisted(word: string): Refusal {
  const listed = refusedOf(word)
  if (listed) return refuseFood(listed)
  const found = findFood(word)
  if (found.kind === 'refused') return refuseFood(found.refused)
  return refuse(
    'no-tested-process',
    `There’s no tested process called “${word.slice(0, 60)}” in the tables.`,
    ['freeze', 'eat fresh', 'ask your extension service'],
    REFUSED_SOURCE,
  )
}

const refusePack = (food: Food, form: FoodForm): Refusal =>
  refuse(
    'pack-not-tested',
    `Only ${form.packs.map((p) => p.pack).join(' or ')} pack is tested for ${saidName(food)} (${form.name.toLowerCase()}).`,
    form.packs.map((p) => `${p.pack} pack`),
    form.source,
  )

const refuseJar = (word: string): Refusal => {
  const half = refusedOf('half-gallon')
  return word === 'halfGallon' && half
    ? refuseFood(half, 'jar-too-large')
    : refuse(
        'jar-too-large',
        'This jar is not in the tables.',
        ['use quarts or pints'],
        REFUSED_SOURCE,
      )
}

function refuseSize(food: Food, form: FoodForm, jar: JarSize): Refusal {
  const tested = JAR_SIZES.filter((s) => form.minutes[s] !== undefined).map((s) => jarName(s))
  return refuse(
    'jar-too-large',
    `${food.name}, ${form.name.toLowerCase()}: no tested time for ${jarName(jar)}.`,
    [`use ${tested.join(' or ')}`],
    form.source,
  )
}

const refuseAltitude = (gauge: GaugeKind, altitude: Feet): Refusal =>
  refuse(
    'altitude-above-table',
    gauge === 'dial' && altitude <= 10000
      ? 'The dial table ends at 8,000 ft (2,438 m). Ask your extension service before canning here.'
      : 'The tables end at 10,000 ft (3,048 m). Ask your extension service before canning here.',
    gauge === 'dial' && altitude <= 10000
      ? ['ask your extension service', 'a weighted-gauge canner', 'freeze']
      : ['ask your extension service', 'freeze'],
    BANDS_SOURCE,
  )

const refuseOption = (option: PressureOptionId): Refusal =>
  refuse(
    'option-not-tested',
    option === 'standard'
      ? 'This food has no such pressure at this altitude and gauge.'
      : `The ${option === 'low' ? 'low-pressure' : '15 psi'} process is not tested for this food, gauge and altitude.`,
    ['the standard process'],
    BANDS_SOURCE,
  )

/** What a household adds to the tables, out of its settings: longer or higher, never shorter or lower. */
export const rulesOf = (settings: Required<HouseholdRules>): Required<HouseholdRules> => ({
  foodMinutes: settings.foodMinutes,
  extraMinutes: settings.extraMinutes,
  cushionPsi: settings.cushionPsi,
  tomatoOption: settings.tomatoOption,
})
