import { beliefOf, estimateJars, publishedYield, type YieldBelief } from '../harvest/estimate'
import { readWeighIn } from '../harvest/line'
import { wantedLine } from '../harvest/wanted-line'
import { capacityFor } from '../load/capacity'
import { saidName } from '../method/foods'
import { countJars, jarSizeNamed } from '../method/jar-size'
import type { FoodForm } from '../method/data/types'
import { readAmount } from '../quantity/amount'
import { JAR_SIZES, type JarSize } from '../words'
import type { ComputingKitchen } from './computed'
import { foodsIn } from './foods-in'
import { SOURCES } from './sources'
import type { TableAnswer } from './tables'

const JARS_OF =
  /^(?:about |roughly )?how (?:many|much) (?:jars?|quarts?|pints?|half[- ]pints?)\b(.+?)\??$/i
/** Words before which a question says the amount. */
const BEFORE = /\b(?:from|out of|in|of|does|do|will|is|are|for|with|can)\b/gi
const TRAIL =
  /\s+(?:make|makes|give|gives|fill|fills|yield|yields|come to|can|get|do)\b(?:\s+(?:me|us|up))?\s*$/i
const AMOUNT_FOR =
  /\bhow (?:many|much|big)\b.*?\b(?:for|fill|fills|to fill|to make|makes?|make|need(?:ed)? (?:for|to fill)?|get)\b\s+(.+?)\s*\??$/i
/** "Jars from 25 lb of carrots", "pounds of corn for 10 pints". */
const SHORT =
  /^\s*(?:jars?|quarts?|pints?)\s+from\b|^\s*(?:pounds?|lbs?|bushels?|ears?)\b.*\bfor\s+\d+\s+(?:quarts?|pints?|jars?)\b/i
const USUALLY_ENOUGH = 0.8

/** "How many quarts from a bushel of beans?" and "how many ears for 7 quarts?", both ways. */
export function askAmounts(question: string, kitchen: ComputingKitchen): TableAnswer | undefined {
  const short = SHORT.test(question)
  const asked = `${short ? 'how many ' : ''}${question.trim()}`
  return jarsOf(asked, kitchen) ?? amountFor(asked, kitchen)
}

const believed = (form: FoodForm, { yields, today }: ComputingKitchen): YieldBelief =>
  yields && today ? beliefOf(form, yields, today) : publishedYield(form)

function jarsOf(question: string, kitchen: ComputingKitchen): TableAnswer | undefined {
  const bare =
    /^(.+?),?\s+(?:(?:makes?|fills?|gives?|yields?)\s+)?how (?:many|much) (?:jars?|quarts?|pints?|half[- ]pints?)\b/i.exec(
      question,
    )
  const rest = JARS_OF.exec(question)?.[1] ?? ''
  const starts = [...rest.matchAll(BEFORE)].map((m) => rest.slice(m.index + m[0].length))
  const lines = [...(bare ? [bare[1] ?? ''] : starts)].map((l) => l.trim().replace(TRAIL, ''))
  const said = lines.find((l) => readWeighIn(l).ok)
  const read = said === undefined ? undefined : readWeighIn(said)
  if (!read?.ok) return undefined
  const form = read.food.forms.find((f) => f.id === read.formId)
  const jar = form && sizeIn(question, form)
  if (!form || !jar) return undefined
  const { low, likely, high } = estimateJars(read.pounds, believed(form, kitchen), jar)
  const counted = likely === 0 ? 'Not one whole jar' : `About ${countJars(likely, jar)}`
  return {
    id: 'jars-of',
    ask: `How many jars from ${read.understood}?`,
    say: `${counted}, between ${low} and ${high} in eight harvests of ten.`,
    figures: { low: String(low), likely: String(likely), high: String(high), jar },
    source: SOURCES.kelvit,
    to: `/harvest?weigh=1&line=${encodeURIComponent(said ?? '')}`,
    understood: read.understood,
  }
}

/** The size of jar that a question names, where the form is tested in it; else its largest. */
function sizeIn(question: string, form: FoodForm): JarSize | undefined {
  const named = JAR_SIZES.filter((s) => form.minutes[s] !== undefined)
  const said = jarSizeNamed(question)
  return named.find((s) => s === said) ?? named.at(-1)
}

/** What is asked of in these words is not how much of the food. */
const OTHER =
  /\b(salt|acid|lemon|citric|vinegar|headspace|water|pressure|psi|minutes?|long|time|lids?|bands?|rings?|liquid|steam|sugar|feet|ft)\b/i

function amountFor(question: string, kitchen: ComputingKitchen): TableAnswer | undefined {
  if (OTHER.test(question)) return undefined
  const behind = AMOUNT_FOR.exec(question)?.[1]
  const found = foodsIn(question).find((m) => m.found.kind === 'food')?.found
  const ears = /\bears?\b/i.test(question)
  const corn = ears ? foodsIn('corn')[0]?.found : undefined
  const food = found?.kind === 'food' ? found.food : corn?.kind === 'food' ? corn.food : undefined
  const form = food?.forms[0]
  if (!behind || !food || !form) return undefined
  const many = jarsIn(behind, form, kitchen)
  if (!many) return undefined
  return {
    id: 'amount-for',
    ask: `How much ${food.piece ? `or how many ${food.piece.name}s ` : ''}for ${countJars(many.jars, many.jar)} of ${saidName(food)}?`,
    say: wantedLine(
      { ...many, food, form },
      believed(form, kitchen),
      USUALLY_ENOUGH,
      kitchen.units,
    ),
    source: SOURCES.kelvit,
    to: '/needs',
    understood: `${countJars(many.jars, many.jar)} of ${saidName(food)}`,
  }
}

/** "7 quarts", or as many as "the tall canner" takes. */
function jarsIn(
  text: string,
  form: FoodForm,
  { canners }: ComputingKitchen,
): { readonly jars: number; readonly jar: JarSize } | undefined {
  const jar = sizeIn(text, form)
  if (!jar) return undefined
  const words = text.split(/\s+/)
  for (let at = 0; at < words.length; at++) {
    const amount = readAmount(words.slice(at).join(' '))
    if (amount && /^(?:quarts?|pints?|half[- ]pints?|jars?|qts?|pts?)\b/i.test(amount.rest))
      return { jars: Math.ceil(amount.value), jar }
  }
  const said = text.toLowerCase()
  if (!canners.some((c) => said.includes(c.name.toLowerCase())) && !/\b(canner|load|batch|kettle|pot)\b/.test(said)) return undefined // prettier-ignore
  const takes = (c: (typeof canners)[number]): number =>
    Math.max(capacityFor(c.capacity, jar, 'regular'), capacityFor(c.capacity, jar, 'wide'))
  const named =
    canners.find((c) => said.includes(c.name.toLowerCase())) ??
    canners.find((c) => c.name.toLowerCase().split(/\s+/).some((w) => w.length > 3 && w !== 'canner' && said.includes(w))) ??
    (canners.length === 1 ? canners[0] : undefined) // prettier-ignore
  return named && takes(named) > 0 ? { jars: takes(named), jar } : undefined
}
