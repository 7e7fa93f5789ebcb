import type { CameLine, Jar, NewCount } from '@kelvit/contract'
import { datesOfCome, kindsOn, reconcile, yearDay, type JarSize, type Mouth } from '@kelvit/core'
import { v7 as uuidv7 } from 'uuid'

/** Jars the book does not know, as somebody writes them down. */
export interface CameDraft {
  readonly key: string
  readonly foodId: string
  readonly jar: JarSize
  readonly mouth: Mouth
  readonly jars: number
  readonly year: number
  /** 1 to 12, where somebody knows it. */
  readonly month?: number | null
  /** Empty until somebody says it: there is no answer that passes by itself. */
  readonly process: CameLine['process'] | ''
  readonly gotFrom: string
}

/** What was counted of each kind, by food and size; kinds nobody counted are not in it. */
export type Counted = Readonly<Record<string, number>>

export const kindKey = (kind: { readonly foodId: string; readonly jar: JarSize }): string =>
  `${kind.foodId} ${kind.jar}`

/** A walk along a shelf as it is sent; jars of kinds that nobody counted are not spoken of. */
export function countOf(
  jars: readonly Jar[],
  shelfId: string | null,
  counted: Counted,
  seen: readonly string[],
  came: readonly CameDraft[],
): Pick<NewCount, 'found' | 'missing' | 'came'> {
  const found = new Set(seen)
  const missing: string[] = []
  for (const kind of kindsOn(jars, shelfId)) {
    const n = counted[kindKey(kind)]
    if (n === undefined) continue
    // A jar that somebody held in hand is there, whatever the numbers say.
    const sorted = {
      ...kind,
      jars: [...kind.jars].sort((a, b) => Number(found.has(a.id)) - Number(found.has(b.id))),
    }
    const said = reconcile(sorted, n)
    for (const jar of said.found) found.add(jar.id)
    for (const jar of said.missing) if (!found.has(jar.id)) missing.push(jar.id)
  }
  return {
    found: [...found],
    missing,
    came: came
      .filter((c): c is CameDraft & { process: CameLine['process'] } => c.process !== '')
      .map((c) => ({
        foodId: c.foodId,
        formId: null,
        jar: c.jar,
        mouth: c.mouth,
        cannedOn: yearDay(c.year, c.month ?? 1),
        process: c.process,
        gotFrom: c.gotFrom.trim(),
        ids: Array.from({ length: c.jars }, () => uuidv7()),
      })),
  }
}

/** Jars that came, as this device shows them until the server has named them. */
export const shownCome = (
  came: readonly CameLine[],
  shelfId: string | null,
  policy: Parameters<typeof datesOfCome>[2],
  today: string,
  at: string,
): readonly Jar[] =>
  came.flatMap(({ ids, ...line }) =>
    ids.map((id, i): Jar => ({
      id,
      code: `NEW-${i + 1}`,
      ...line,
      ...datesOfCome(line, today, policy),
      loadId: null,
      lotId: null,
      recipeId: null,
      shelfId,
      state: 'on-shelf',
      seal: 'sealed',
      hold: null,
      cause: null,
      costEach: null,
      stateAt: at,
      outAt: null,
      note: '',
      jarOf: null,
      ranBy: '',
      version: 0,
    })),
  )
