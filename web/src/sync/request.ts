import { ANSWER_HEADER, SEQ_HEADER, type Problem } from '@kelvit/contract'

/** An answer of the server that says what is wrong. */
export class ProblemFault extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** The server could not be reached at all. */
export class Unreachable extends Error {
  constructor() {
    super('We can’t reach Kelvit right now. What you typed is still here. Try again in a moment.')
  }
}

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

const PATIENCE_MS = 15_000

/** An answer with its place in the household's log: what was read is at least as new as that. */
export interface Placed<T> {
  readonly body: T
  /** Null where nobody is signed in. */
  readonly seq: number | null
}

/** One request to the API. Rejects with ProblemFault or Unreachable. */
export async function requestPlaced<T>(
  method: Method,
  path: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<Placed<T>> {
  const answer = await reach(method, path, body, headers)
  const place = answer.headers.get(SEQ_HEADER)
  const seq = place === null ? null : Number(place)
  if (answer.status === 204) return { body: undefined as T, seq }
  const text = await answer.text()
  const read: unknown = isJson(answer) ? JSON.parse(text) : text
  if (answer.ok) return { body: read as T, seq }
  throw isProblem(read) ? new ProblemFault(read) : new Unreachable()
}

/** The same for whoever does not care about the place. */
export const request = async <T>(
  method: Method,
  path: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<T> => (await requestPlaced<T>(method, path, body, headers)).body

/** Asks for a file and hands it to the browser to keep. Rejects like `request`. */
export async function requestFile(path: string, body: unknown, name: string): Promise<void> {
  const answer = await reach('POST', path, body)
  if (!answer.ok) {
    const read: unknown = isJson(answer) ? await answer.json() : undefined
    throw isProblem(read) ? new ProblemFault(read) : new Unreachable()
  }
  saveFile(name, await answer.blob())
}

/** Hands a file to the browser to keep. */
export function saveFile(name: string, file: Blob): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}

async function reach(
  method: Method,
  path: string,
  body: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(path, {
      method,
      credentials: 'same-origin',
      signal: AbortSignal.timeout(PATIENCE_MS),
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
  } catch {
    throw new Unreachable()
  }
  // A hotel's sign-in page or a proxy says 200 as well: what isn't Kelvit's own word is no answer.
  if (!answer.headers.has(ANSWER_HEADER)) throw new Unreachable()
  return answer
}

export const isJson = (r: Response): boolean => /json/.test(r.headers.get('content-type') ?? '')
export const isProblem = (x: unknown): x is Problem =>
  typeof x === 'object' && x !== null && 'detail' in x && 'status' in x

/** The sentence to show for anything that was thrown. */
export const sentenceOf = (error: unknown): string =>
  error instanceof Error && error.message ? error.message : 'Something went wrong. Try again.'

/** Answers that say "not now" or "not by this way", not "no". */
const NOT_NOW: ReadonlySet<number> = new Set([401, 408, 421, 425, 429, 502, 503, 504])
/** The address under which the page was opened is not Kelvit's any more; at the right one it will do. */
const OTHER_ADDRESS = '/problems/foreign-origin'
const isNotNow = ({ status, type }: Problem): boolean =>
  NOT_NOW.has(status) || type === OTHER_ADDRESS

/**
 * What an answer means for a change that is kept here: `final`, nobody will ever take it;
 * `later`, nothing gets through just now; `stuck`, the server failed at this one, which
 * stays here while others go on.
 */
export function fateOf(error: unknown): 'final' | 'later' | 'stuck' {
  if (!(error instanceof ProblemFault)) return 'later'
  if (isNotNow(error.problem)) return 'later'
  return error.problem.status >= 500 ? 'stuck' : 'final'
}

/** Worth repeating: nobody said no, the way was blocked, or the sign-in ran out. */
export const isPassing = (error: unknown): boolean =>
  error instanceof Unreachable || (error instanceof ProblemFault && isNotNow(error.problem))
