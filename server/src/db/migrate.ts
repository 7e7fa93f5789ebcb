import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { serversOf } from './hosts'

/** Brings the database to this version, as its owner. One process at a time: others wait their turn. */
export async function migrateDatabase(ownerUrl: string, folder: string): Promise<void> {
  const { config, Client } = serversOf(ownerUrl)
  const client = new Client(config)
  await client.connect()
  try {
    await client.query('select pg_advisory_lock(hashtext($1))', ['kelvit migrations'])
    await migrate(drizzle(client), { migrationsFolder: folder })
  } finally {
    await client.end()
  }
}
