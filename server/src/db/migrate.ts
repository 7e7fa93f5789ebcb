import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import type { Client as Connection } from 'pg'
import { serversOf } from './hosts'

/** The database has had a change made to it that this version doesn't know. */
export class NewerDatabase extends Error {
  constructor() {
    super(
      'its data was written by a newer version. Start that version again, or restore a backup that this one made. Nothing was changed.',
    )
  }
}

/**
 * Brings the database to this version, as its owner. One process at a time: others wait their turn.
 * @param houseKeys keys of this Kelvit as a whole, by name: each is kept if there is none yet.
 */
export async function migrateDatabase(
  ownerUrl: string,
  folder: string,
  houseKeys: Readonly<Record<string, () => string>> = {},
): Promise<void> {
  const { config, Client } = serversOf(ownerUrl)
  const client = new Client(config)
  await client.connect()
  try {
    await client.query('select pg_advisory_lock(hashtext($1))', ['kelvit migrations'])
    await refuseNewer(client, folder)
    await migrate(drizzle(client), { migrationsFolder: folder })
    for (const [name, make] of Object.entries(houseKeys))
      await client.query(
        'insert into house_keys (name, value) values ($1, $2) on conflict do nothing',
        [name, make()],
      )
  } finally {
    await client.end()
  }
}

async function refuseNewer(client: Connection, folder: string): Promise<void> {
  const table = await client.query(`select to_regclass('drizzle.__drizzle_migrations') as made`)
  if (table.rows[0]?.made === null) return
  const { rows } = await client.query(
    'select coalesce(max(created_at), 0) as last from drizzle.__drizzle_migrations',
  )
  const known = readMigrationFiles({ migrationsFolder: folder }).map((m) => m.folderMillis)
  if (Number(rows[0]?.last) > Math.max(...known)) throw new NewerDatabase()
}
