/** RFC 9457 problem document; `type` is stable, `detail` is a sentence for the cook. */
export interface Problem {
  readonly type: string
  readonly title: string
  readonly status: number
  readonly detail: string
  /** Fields that are wrong, as JSON pointers. */
  readonly fields?: readonly { readonly pointer: string; readonly detail: string }[]
  /** For a conflict: what is stored and what was sent. */
  readonly stored?: unknown
  readonly sent?: unknown
}
