/** As much of a household's id as tells it from others on a label. */
const MARK = 8

/** The address that a label's code leads to; `origin` without a slash at its end. */
export const addressOf = (origin: string, code: string, householdId: string): string =>
  `${origin}/j/${code}?h=${householdId.slice(-MARK)}`

export type ScannedCode =
  | { readonly kind: 'jar'; readonly code: string }
  /** Of a batch: any of its jars. */
  | { readonly kind: 'batch'; readonly code: string }
  | { readonly kind: 'other-household' }
  | { readonly kind: 'unreadable' }

const SIGN = '[0-9A-Z]'
const JAR = new RegExp(`^${SIGN}{3,8}-[0-9]{1,4}$`)
const BATCH = new RegExp(`^${SIGN}{3,8}$`)

/** What a scanned or typed text means here: a short code, or the address on a label. */
export function readCode(text: string, householdId: string): ScannedCode {
  const said = text.trim()
  const address = /^https?:\/\/[^/]+\/j\/([^?#/]+)(?:\?h=([0-9a-f]+))?/i.exec(said)
  if (address?.[2] && address[2].toLowerCase() !== householdId.slice(-MARK))
    return { kind: 'other-household' }
  const code = (address?.[1] ?? said).toUpperCase().replace(/[\s–—]+/g, '-')
  if (JAR.test(code)) return { kind: 'jar', code }
  if (BATCH.test(code)) return { kind: 'batch', code }
  return { kind: 'unreadable' }
}
