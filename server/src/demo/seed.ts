import type { HouseholdSettings } from '@kelvit/contract'
import { feet } from '@kelvit/core'
import { put } from './put'
import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { DEFAULT_SETTINGS } from '../kitchen/defaults'
import { askDemo } from '../store/sessions'
import type { Clock } from '../clock/clock'
import type { Database } from '../db/pool'
import { households } from '../db/schema'
import { demoDays } from './days'
import { addLoad } from './loads'
import { addLot, PRESENT_LOTS } from './lots'
import { addGear, addPeople } from './people'
import { addStock } from './stock'
import { addSeason } from './season'
import { coolingLoad, pastLoads, runningLoad, standingLoad } from './seasons'

/** What the household pays besides produce, and what a shop asks for a quart of the same. */
const DEMO_PRICES: HouseholdSettings['prices'] = {
  lid: 0.32,
  additions: 0.05,
  fuel: 1.6,
  jar: 1.8,
  jarRuns: 20,
  shop: { 'beans-snap': 3.6, tomatoes: 3.2, beets: 4.4, carrots: 3.2, corn: 4.8 },
}

/** The zone of the demo household, in which `--now` is meant. */
export const DEMO_ZONE = 'America/Denver'
const ALTITUDE_FT = feet(2640)

/** Puts away a demo that is older than a day, with all that its visitors made in it. */
export async function endOldDemo(db: Database): Promise<void> {
  await db.ask(`select kelvit_end_demo(now() - interval '1 day')`, [])
}

/** Makes the invented household Quillback Farm once, in the middle of a season around the clock's today. */
export async function seedDemo(db: Database, clock: Clock): Promise<void> {
  if ((await askDemo(db)).length > 0) return
  const householdId = uuidv7()
  await db.inHousehold({ householdId }, async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext('kelvit demo'))`)
    const there = await tx.execute(sql`select 1 from kelvit_find_demo()`)
    if (there.rows.length > 0) return
    const days = demoDays(clock.now(), DEMO_ZONE)
    await put(tx, households, {
      id: householdId,
      name: 'Quillback Farm',
      zone: DEMO_ZONE,
      altitudeFt: ALTITUDE_FT,
      units: 'us',
      settings: { ...DEFAULT_SETTINGS, prices: DEMO_PRICES },
      isDemo: true,
    })
    await addPeople(tx, householdId)
    const gear = await addGear(tx, householdId, days)
    const place = { householdId, zone: DEMO_ZONE, altitudeFt: ALTITUDE_FT, days, canners: gear }
    const live = clock.frozen ? [coolingLoad, runningLoad] : []
    for (const [i, load] of [...pastLoads(gear), standingLoad, ...live].entries())
      await addLoad(tx, place, load, i + 1)
    for (const lot of PRESENT_LOTS) await addLot(tx, householdId, days, lot)
    await addStock(tx, householdId, days)
    await addLot(tx, householdId, days, {
      line: '1.5 bu snap beans, Fence Runner',
      days: 0,
      storage: 'room',
    })
    await addSeason(tx, householdId, days)
  })
}
