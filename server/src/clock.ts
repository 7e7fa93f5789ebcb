/** The one source of the present moment on the server. */
export interface Clock {
  /** Epoch milliseconds. */
  now(): number
  readonly frozen: boolean
  /** Moves a frozen clock; a real one cannot be set. */
  set(now: number): void
}

export const realClock: Clock = {
  now: () => Date.now(),
  frozen: false,
  set: () => {
    throw new Error('the real clock cannot be set')
  },
}

/** A clock that stands still until it is set, for the demo, tests and pictures. */
export function frozenClock(at: number): Clock {
  let present = at
  return {
    now: () => present,
    frozen: true,
    set: (now) => {
      present = now
    },
  }
}
