import type { Problem } from '@kelvit/contract'

/** An error that is the caller's to mend, said in a sentence a cook understands. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    detail: string,
    readonly more: Pick<Problem, 'fields' | 'stored' | 'sent'> & {
      /** Seconds after which it is worth trying again. */
      readonly retryAfter?: number
    } = {},
  ) {
    super(detail)
  }
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'Cannot be read',
  401: 'Sign in first',
  403: 'Not allowed',
  404: 'Not here',
  405: 'Not done this way',
  409: 'Does not fit what is stored',
  413: 'Too much at once',
  415: 'Not JSON',
  421: 'Wrong address',
  422: 'Cannot be done',
  429: 'Too many tries',
  500: 'Kelvit made a mistake',
  503: 'Not ready',
}

export const problemOf = (e: ProblemError): Problem => ({
  type: `/problems/${e.type}`,
  title: TITLES[e.status] ?? 'Problem',
  status: e.status,
  detail: e.message,
  ...(({ fields, stored, sent }) => ({
    ...(fields ? { fields } : {}),
    ...(stored === undefined ? {} : { stored }),
    ...(sent === undefined ? {} : { sent }),
  }))(e.more),
})

export const notFound = (what = 'There’s nothing here with that id.'): ProblemError =>
  new ProblemError(404, 'not-found', what)
export const unprocessable = (type: string, detail: string): ProblemError =>
  new ProblemError(422, type, detail)
export const conflict = (
  type: string,
  detail: string,
  stored?: unknown,
  sent?: unknown,
): ProblemError =>
  new ProblemError(409, type, detail, {
    ...(stored === undefined ? {} : { stored }),
    ...(sent === undefined ? {} : { sent }),
  })
