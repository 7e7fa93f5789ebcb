import type { Jar } from '@kelvit/contract'
import type { JarToDecide } from '@kelvit/core'

/** A jar as core decides about it. */
export const asDecided = (jar: Jar): JarToDecide => ({
  state: jar.state,
  seal: jar.seal,
  hold: jar.hold,
  outAt: jar.outAt === null ? null : Date.parse(jar.outAt),
  stateAt: Date.parse(jar.stateAt),
})
