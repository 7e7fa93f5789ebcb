import pg from 'pg'
import { resolve } from 'node:path'
import { migrateDatabase } from '../src/db/migrate'

const NAME = 'kelvit_server_test'

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
  await admin.query(`drop database if exists ${NAME} with (force)`)
  await admin.query(`create database ${NAME}`)
  await admin.end()
  const url = new URL(base)
  url.pathname = `/${NAME}`
  await migrateDatabase(url.toString(), resolve(import.meta.dirname, '../drizzle'))
  provide('databaseUrl', url.toString())
}
