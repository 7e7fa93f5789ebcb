// Dumps of versions that were given away, each with a whole household in it: brought up to date,
// read, and gone on with. A version that is given away leaves its dump here, and none is ever changed.
import { readdirSync, readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { gunzipSync } from 'node:zlib'
import pg from 'pg'
import { afterAll, describe, expect, inject, test } from 'vitest'
import { migrateDatabase } from '../src/db/migrate'
import { id, LOT, startKit, type Kit } from './kit'

const FOLDER = resolve(import.meta.dirname, 'dumps')
const MIGRATIONS = resolve(import.meta.dirname, '../drizzle')
const kits: Kit[] = []
afterAll(() => Promise.all(kits.map((k) => k.close())))

/** A database of its own with what a dump holds. */
async function restored(file: string): Promise<string> {
  const name = `kelvit_dump_${file.replace(/\W/g, '_')}`
  const base = new URL(inject('databaseUrl'))
  const admin = new pg.Client({ connectionString: base.toString() })
  await admin.connect()
  await admin.query(`drop database if exists ${name} with (force)`)
  await admin.query(`create database ${name}`)
  await admin.end()
  base.pathname = `/${name}`
  const client = new pg.Client({ connectionString: base.toString() })
  await client.connect()
  await client.query(gunzipSync(readFileSync(resolve(FOLDER, file))).toString())
  await client.end()
  return base.toString()
}

describe('a database of a version before', () => {
  test.each(readdirSync(FOLDER))('%s: comes up to date, is read, and goes on', async (file) => {
    const url = await restored(file)
    await migrateDatabase(url, MIGRATIONS)
    const kit = await startKit({ url, demo: true })
    kits.push(kit)
    const who = kit.browser()
    expect((await who.send('POST', '/api/session', { demo: true })).status).toBe(201)
    const of = async (path: string): Promise<any[]> => (await who.send('GET', path)).body
    // Every answer is held against the contract as it is today by the kit itself.
    expect((await of('/api/loads')).length).toBeGreaterThan(5)
    expect((await of('/api/jars')).length).toBeGreaterThan(50)
    expect((await of('/api/needs')).length).toBeGreaterThan(3)
    const book = (await who.send('GET', '/api/logbook?limit=200')).body.rows
    expect(book.map((l: any) => l.verdict)).toContain('as-tested')
    expect((await of('/api/years')).length).toBeGreaterThan(1)
    expect((await who.send('GET', '/api/archive')).status).toBe(200)
    expect((await who.send('PUT', `/api/lots/${id()}`, LOT)).status).toBe(201)
  })
})
