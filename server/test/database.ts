import pg from 'pg'
import { randomBytes } from 'node:crypto'
import { resolve } from 'node:path'
import { migrateDatabase } from '../src/db/migrate'

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
  }
}

/** A fresh, migrated database for this run, on the cluster that ./kelvit test started. */
export default async function setUp({
  provide,
}: {
  provide: (key: 'databaseUrl', value: string) => void
}) {
  const base = process.env.KELVIT_TEST_DATABASE_URL
  if (!base) throw new Error('KELVIT_TEST_DATABASE_URL is not set; run ./kelvit test')
  const admin = new pg.Client({ connectionString: base })
  await admin.connect()
  // Runs go beside each other.
  const name = `kelvit_test_${randomBytes(4).toString('hex')}`
  await admin.query(`create database ${name}`)
  const url = new URL(base)
  url.pathname = `/${name}`
  await migrateDatabase(url.toString(), resolve(import.meta.dirname, '../drizzle'))
  provide('databaseUrl', url.toString())
  return async () => {
    await admin.query(`drop database ${name} with (force)`)
    await admin.end()
  }
}
