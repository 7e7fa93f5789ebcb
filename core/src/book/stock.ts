import type { JarSize, Mouth } from '../words'
import type { Book, BookJar } from './book'

/** What counting jars needs to know of them. */
interface Stocked extends Pick<Book, 'loads'> {
  readonly jars: readonly Pick<BookJar, 'jar' | 'mouth' | 'state'>[]
}

/** Jars of a kind that are full: on the shelf, waiting for their fate, or in a load that is not checked yet. */
export const fullJars = ({ jars, loads }: Stocked, jar: JarSize, mouth: Mouth): number =>
  jars.filter(
    (j) =>
      j.jar === jar && j.mouth === mouth && (j.state === 'on-shelf' || j.state === 'set-aside'),
  ).length +
  loads
    .filter((l) => l.stage !== 'checked' && l.stage !== 'aborted')
    .flatMap((l) => l.portions)
    .filter((p) => p.jar === jar && p.mouth === mouth)
    .reduce((n, p) => n + (p.filled ?? 0), 0)

/** Empty jars of a kind on hand; null where the household keeps no count of them. */
export function emptyJars(
  book: Stocked & Pick<Book, 'jarGroups'>,
  jar: JarSize,
  mouth: Mouth,
): number | null {
  const groups = book.jarGroups.filter((g) => g.jar === jar && g.mouth === mouth)
  if (groups.length === 0) return null
  const whole = groups.reduce((n, g) => n + g.owned - g.broken, 0)
  return Math.max(0, whole - fullJars(book, jar, mouth))
}

/**
 * Pressure runs that a jar of a kind has been through, on average.
 * @returns 0 for a kind of which no jar is left.
 */
export const runsEach = (group: {
  readonly runs: number
  readonly owned: number
  readonly broken: number
}): number => (group.owned > group.broken ? group.runs / (group.owned - group.broken) : 0)

/** New lids of a mouth on hand; null where the household keeps no count of them. */
export function lidsLeft(book: Pick<Book, 'lidLots'>, mouth: Mouth): number | null {
  const lots = book.lidLots.filter((l) => l.mouth === mouth)
  return lots.length === 0 ? null : lots.reduce((n, l) => n + l.left, 0)
}
