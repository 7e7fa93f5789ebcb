import type { JarEstimate } from '@kelvit/core'

/** Answer of `GET /api/method`: the process with its source, or the refusal. */
export type { ProcessAnswer as MethodAnswer } from '@kelvit/core'

/** Answer of `GET /api/mixed-jar`: the process, the refusal, or the question that decides. */
export type { MixedJarAnswer } from '@kelvit/core'

/** Answer of `GET /api/estimate`. */
export interface EstimateAnswer {
  readonly understood: string
  readonly foodId: string
  readonly formId: string
  readonly pounds: number
  readonly jar: string
  readonly low: number
  readonly likely: number
  readonly high: number
  readonly exact: JarEstimate['exact']
}

/** One message of the live stream: rows of this resource changed. */
export interface LiveChange {
  readonly resource: string
  readonly id: string
}
