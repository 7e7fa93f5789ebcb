import { JAR_SIZES, MOUTHS, type JarProcess, type JarSize, type Mouth } from '@kelvit/core/words'
import { jarSchema, type Jar } from './pantry'
import { paths } from './paths'
import { route } from './route'
import { foodKey, id, instant, line, listOf, oneOf, plainDate, said, shape, tableId } from './shape'

/** Most jars of one line. */
const MOST_IN_LINE = 500
const MOST_IN_COUNT = 3000
const MOST_LINES = 60

/** How the process of a jar that came from elsewhere can be known. */
type CameProcess = Exclude<JarProcess, 'here'>

/** Jars that stand there without a load of this house: old ones, gifts, trades. */
export interface CameLine {
  readonly foodId: string
  readonly formId: string | null
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly cannedOn: string
  /** "told": by a tested process, as somebody said; "unknown": nobody can say. */
  readonly process: CameProcess
  /** Who they came from; empty for the house's own. */
  readonly gotFrom: string
  /** One for each jar, made by the client. */
  readonly ids: readonly string[]
}

/** What was found when somebody walked along a shelf. */
export interface NewCount {
  /** Null for jars that stand on no shelf. */
  readonly shelfId: string | null
  readonly at: string
  readonly reason: string
  /** Jars that stand there, also those that should not. */
  readonly found: readonly string[]
  readonly missing: readonly string[]
  readonly came: readonly CameLine[]
}

/** A jar of which something was said that cannot be. */
export interface LeftJar {
  readonly jarId: string
  readonly sentence: string
}

export interface CountAnswer {
  /** Jars that were found where the book did not have them. */
  readonly found: readonly Jar[]
  readonly missing: readonly Jar[]
  readonly came: readonly Jar[]
  /** Jars that stayed as they were, and why. */
  readonly left: readonly LeftJar[]
}

const ids = listOf(id).max(MOST_IN_COUNT).unique()

const came = shape<CameLine>({
  foodId: foodKey,
  formId: tableId.allow(null),
  jar: oneOf(JAR_SIZES),
  mouth: oneOf(MOUTHS),
  cannedOn: plainDate,
  process: oneOf(['told', 'unknown'] satisfies CameProcess[]),
  gotFrom: line(80).allow(''),
  ids: listOf(id)
    .min(1)
    .max(MOST_IN_LINE)
    .unique()
    .messages({
      'array.min': 'Say how many jars there are: at least one.',
      'array.max': `At most ${MOST_IN_LINE} jars stand in one line.`,
    }),
})

export const countApi = {
  count: route({
    method: 'put',
    path: `${paths.counts}/:id`,
    summary: 'Tell what stands on a shelf; the same again changes nothing',
    least: 'helper',
    byToken: 'pantry',
    body: shape<NewCount>({
      shelfId: id.allow(null),
      at: instant,
      reason: line(200).allow(''),
      found: ids,
      missing: ids,
      came: listOf(came).max(MOST_LINES),
    }),
    answer: shape<CountAnswer>({
      found: listOf(jarSchema),
      missing: listOf(jarSchema),
      came: listOf(jarSchema),
      left: listOf(shape<LeftJar>({ jarId: id, sentence: said })),
    }),
    status: 201,
  }),
}
