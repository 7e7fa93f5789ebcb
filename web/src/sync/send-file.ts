import { ANSWER_HEADER } from '@kelvit/contract'
import { isJson, isProblem, ProblemFault, Unreachable } from './request'

/** A large file takes its time on the way and at its reading. */
const FILE_PATIENCE_MS = 120_000

/** Sends a file as it is. Rejects like `request`. */
export async function sendFile<T>(path: string, file: Blob, type: string): Promise<T> {
  let answer: Response
  try {
    answer = await fetch(path, {
      method: 'POST',
      credentials: 'same-origin',
      signal: AbortSignal.timeout(FILE_PATIENCE_MS),
      headers: { 'content-type': type },
      body: file,
    })
  } catch {
    throw new Unreachable()
  }
  if (!answer.headers.has(ANSWER_HEADER)) throw new Unreachable()
  const read: unknown = isJson(answer) ? await answer.json() : undefined
  if (answer.ok) return read as T
  throw isProblem(read) ? new ProblemFault(read) : new Unreachable()
}
