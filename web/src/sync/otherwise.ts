import { paths, type CountAnswer, type NewTake, type TakeAnswer } from '@kelvit/contract'
import type { Outgoing } from './outgoing'

/**
 * What the server decided otherwise than this device had thought, in one sentence;
 * undefined when all went as it was said.
 */
export function saidOtherwise({ path, body }: Outgoing, answer: unknown): string | undefined {
  if (path.startsWith(`${paths.takes}/`) && !path.endsWith('/undo'))
    return takenOtherwise(body as NewTake, answer as TakeAnswer)
  if (path.startsWith(`${paths.counts}/`)) {
    const { left } = answer as CountAnswer
    return left.length > 0 ? left.map((l) => l.sentence).join(' ') : undefined
  }
  return undefined
}

function takenOtherwise(wish: NewTake, { jars, substituted, short }: TakeAnswer) {
  const gone = 'Somebody else took it first'
  if (short > 0 && jars.length === 0)
    return wish.why === 'moved'
      ? `${gone}: it was not moved.`
      : `${gone}, and there’s no other on the shelf. Nothing was taken.`
  if (short > 0) return `Somebody else was first: only ${jars.length} of ${wish.count} were left.`
  if (!substituted) return undefined
  const others = jars.filter((j) => !wish.preferred.includes(j.id)).map((j) => j.code)
  return `${gone}: jar ${others.join(', ')}, the next oldest, was taken instead.`
}
