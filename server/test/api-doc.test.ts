import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { id, startKit, type Kit } from './kit'

const run = promisify(execFile)
let kit: Kit
let folder: string
beforeAll(async () => {
  kit = await startKit()
  folder = await mkdtemp(join(tmpdir(), 'kelvit-api-'))
})
afterAll(async () => {
  await rm(folder, { recursive: true })
  await kit.close()
})

const document = await readFile(resolve(import.meta.dirname, '../../docs/api.md'), 'utf8')
const blocks = [...document.matchAll(/^```sh\n([\s\S]*?)^```$/gm)].map((m) => m[1]!)

/** As a reader would: one shell, the examples one after another. */
async function shell(text: string, env: Record<string, string>): Promise<string> {
  // Machines without the tool make an id another way.
  const own = `uuidgen() { node -e 'process.stdout.write(require("crypto").randomUUID())'; }\n`
  const { stdout } = await run('bash', ['-euo', 'pipefail', '-c', own + text], {
    cwd: folder,
    env: { PATH: process.env.PATH, ...env },
  })
  return stdout
}

describe('the examples of docs/api.md', () => {
  test('work, in their order, with a token of a household that has a jar', async () => {
    const keeper = await kit.household()
    const at = new Date(kit.clock.now()).toISOString()
    const came = {
      foodId: 'beets',
      formId: 'beets',
      jar: 'quart',
      mouth: 'regular',
      cannedOn: '2026-08-01',
      process: 'told',
      gotFrom: '',
      ids: [id()],
    }
    await keeper.send('PUT', `/api/counts/${id()}`, {
      shelfId: null,
      at,
      reason: '',
      found: [],
      missing: [],
      came: [came],
    })
    const { body } = await keeper.send('PUT', `/api/tokens/${id()}`, {
      name: 'Examples',
      scope: 'everything',
      days: 1,
    })
    expect(blocks.length).toBeGreaterThan(8)
    const told = await shell(blocks.join('\n'), { KELVIT: kit.base, TOKEN: body.token, NOW: at })
    expect(told).toContain('"note":"from the upper bed"')
    expect(told).toContain('event: change')
    expect(told).toMatch(/"outcome":"process"/)
    expect(told).toContain('20 lb of beets')
    expect((await keeper.send('GET', '/api/jars')).body).toEqual([])
    expect((await readFile(join(folder, 'household.zip'))).subarray(0, 2).toString()).toBe('PK')
    expect(await readFile(join(folder, 'pantry.csv'), 'utf8')).toContain('Beets')
  })
  test('without the token they fail, and the shell says so', async () => {
    const failed = shell(blocks[0]!, { KELVIT: kit.base, TOKEN: 'kelvit_nothing' })
    await expect(failed).rejects.toMatchObject({ code: 22 })
  })
  test('every address they name is in the description', () => {
    const routes = kit.routes().map((r) => r.split(' ')[1]!.replace(/\{\w+\}/g, '[^/?"]+'))
    const named = [...document.matchAll(/\$KELVIT(\/api\/[^"?\s]*)/g)].map((m) =>
      m[1]!.replace(/\$\(.*?\)|\$\w+/g, 'x'),
    )
    expect(named.length).toBeGreaterThan(12)
    for (const path of named)
      expect([path, routes.some((r) => new RegExp(`^${r}$`).test(path))]).toEqual([path, true])
  })
})
