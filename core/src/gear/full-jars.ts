import type { JarSize, Mouth } from '../method/types'

/** What counting needs of a jar that was filled. */
export interface JarOnRecord {
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly state: string
}

interface LoadWithJars {
  readonly stage: string
  readonly portions: readonly {
    readonly jar: JarSize
    readonly mouth: Mouth
    readonly filled: number | null
  }[]
}

/** Jars of a kind that are full: on the shelf, waiting for their fate, or in a load that is not checked yet. */
export const fullJars = (
  jars: readonly JarOnRecord[],
  loads: readonly LoadWithJars[],
  jar: JarSize,
  mouth: Mouth,
): number =>
  jars.filter(
    (j) =>
      j.jar === jar && j.mouth === mouth && (j.state === 'on-shelf' || j.state === 'set-aside'),
  ).length +
  loads
    .filter((l) => l.stage !== 'checked' && l.stage !== 'aborted')
    .flatMap((l) => l.portions)
    .filter((p) => p.jar === jar && p.mouth === mouth)
    .reduce((n, p) => n + (p.filled ?? 0), 0)
