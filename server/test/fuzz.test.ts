import { afterAll, beforeAll, expect, test } from 'vitest'
import { fuzz } from './fuzz/run'
import { startKit, type Kit } from './kit'

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
})
afterAll(() => kit.close())

/** More by `npm run fuzz`, which sets these; only there does time end a run. */
const seed = Number(process.env.KELVIT_FUZZ_SEED ?? 1)
const most = Number(process.env.KELVIT_FUZZ_REQUESTS ?? 10_000)
const AT_ONCE = 4
const seconds = Number(process.env.KELVIT_FUZZ_SECONDS ?? Infinity)

test(
  `${most} requests made from the API’s own description: no 5xx, no leak, nothing half-written`,
  async () => {
    const begun = performance.now()
    const goesOn = (): boolean => performance.now() - begun < seconds * 1000
    // Several at once, each with two households of its own: they get in each other's way as people do.
    const runs = await Promise.all(
      Array.from({ length: AT_ONCE }, (_, i) =>
        fuzz(kit, seed * AT_ONCE + i, Math.ceil(most / AT_ONCE), goesOn),
      ),
    )
    const sent = runs.reduce((n, r) => n + r.sent, 0)
    const faults = runs.flatMap((r) => r.faults)
    const byStatus: Record<number, number> = {}
    for (const run of runs)
      for (const [status, n] of Object.entries(run.byStatus))
        byStatus[Number(status)] = (byStatus[Number(status)] ?? 0) + n
    console.log(
      `fuzz: seed ${seed}, ${sent} requests, ${Object.entries(byStatus)
        .map(([s, n]) => `${n} × ${s}`)
        .join(', ')}`,
    )
    expect(faults.slice(0, 5)).toEqual([])
    // It would prove nothing if everything were turned away at the door.
    expect((byStatus[200] ?? 0) + (byStatus[201] ?? 0)).toBeGreaterThan(sent / 10)
    expect(sent).toBeGreaterThan(Math.min(most, 500))
  },
  Number.isFinite(seconds) ? (seconds + 60) * 1000 : 600_000,
)
