import { rmSync } from 'node:fs'
import { newDataFolder, startKelvit } from './kelvit'

/** One Kelvit with the demo and a clock that stands at Friday 14 August, 17:00, for all journeys. */
export default async function setUp() {
  const data = newDataFolder('e2e')
  const kelvit = await startKelvit(data, ['--now', '2026-08-14T17:00'])
  process.env.KELVIT_E2E_BASE = kelvit.base
  return async () => {
    await kelvit.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
