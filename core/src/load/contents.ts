import type { JarSize, Pack } from '../words'
import { formOf, saidName } from '../method/foods'
import { countJars } from '../method/jar-size'

interface PortionSaid {
  readonly formId: string
  readonly pack: Pack
  readonly jar: JarSize
  readonly jars: number
  readonly filled: number | null
  readonly fromJars?: readonly string[] | null
}

/** What is in a load as people say it: "16 pints of snap beans, hot pack". */
export function loadContents(portions: readonly PortionSaid[]): string {
  const parts = portions.map((p) => {
    const food = formOf(p.formId)?.food
    return `${countJars(p.filled ?? p.jars, p.jar)} of ${food ? saidName(food) : p.formId}`
  })
  const packs = [...new Set(portions.map((p) => p.pack))]
  const again = portions.some((p) => p.fromJars) ? ', processed again' : ''
  return `${parts.join(' and ')}${packs.length === 1 ? `, ${packs[0]} pack` : ''}${again}`
}
