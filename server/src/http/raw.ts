import type { Context } from 'koa'
import { ProblemError } from './problem'

/** "32 MB" of a number of bytes. */
const megabytes = (bytes: number): string => `${Math.floor(bytes / 1024 / 1024)} MB`

/**
 * Of a file that is too large this much more is heard, and thrown away: a program that has
 * not said how long its file is reads no answer before it has sent it.
 */
const HEARD_OUT = { bytes: 256 * 1024 * 1024, ms: 10_000 }

/**
 * A file as it is sent, up to a size: more is not kept, whatever its head said.
 * @param what "An archive", for the sentence. @throws ProblemError 413 when it is larger; 400 when it is empty.
 */
export async function readFile(ctx: Context, most: number, what: string): Promise<Uint8Array> {
  const tooLarge = (): ProblemError => {
    // What is still on its way is not waited for.
    ctx.set('connection', 'close')
    return new ProblemError(413, 'too-large', `${what} is ${megabytes(most)} at most.`)
  }
  if ((ctx.request.length ?? 0) > most) throw tooLarge()
  const parts: Buffer[] = []
  let bytes = 0
  let full: number | undefined
  for await (const part of ctx.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    bytes += part.length
    if (bytes <= most) parts.push(part)
    else {
      full ??= performance.now()
      parts.length = 0
      if (bytes > HEARD_OUT.bytes || performance.now() - full > HEARD_OUT.ms) break
    }
  }
  if (full !== undefined) throw tooLarge()
  if (bytes === 0) throw new ProblemError(400, 'empty', `${what} is missing.`)
  return Buffer.concat(parts)
}
