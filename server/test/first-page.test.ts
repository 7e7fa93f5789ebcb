import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { startKit, type Browser, type Kit } from './kit'

const PAGE = '<!doctype html><html><head><title>Kelvit</title></head><body></body></html>'
let kit: Kit
let folder: string
let keeper: Browser

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'kelvit-page-'))
  await writeFile(join(folder, 'index.html'), PAGE)
  kit = await startKit({ webFolder: folder })
  keeper = await kit.household('</script><script>alert(1)</script> & Co. $& $1')
})
afterAll(async () => {
  await kit.close()
  await rm(folder, { recursive: true, force: true })
})

/** The page at an address as a browser asks for it, lines of the answer and all. */
const open = async (path: string, lines: readonly string[]): Promise<string> =>
  kit.raw([`GET ${path} HTTP/1.1`, 'host: localhost', ...lines, ''].join('\r\n'))
const cookie = async (who: Browser): Promise<string> => `cookie: ${(await who.cookie()).cookie}`
const LOOKED_AT = 'sec-fetch-dest: document'
const sessionIn = (answer: string): unknown => {
  const said = /<script type="application\/json" id="session">(.*?)<\/script>/s.exec(answer)?.[1]
  return said === undefined ? undefined : JSON.parse(said)
}

test('who opens a page signed in finds in it what the API says of the session', async () => {
  const answer = await open('/harvest', [LOOKED_AT, await cookie(keeper)])
  expect(sessionIn(answer)).toEqual((await keeper.send('GET', '/api/session')).body)
  expect(answer).toMatch(/cache-control: no-store/i)
  // The household's name ends nothing and begins nothing.
  expect(answer).not.toContain('<script>alert')
  expect(answer.match(/<\/script>/g)).toHaveLength(1)
})

test.each([
  ['nobody is signed in', [LOOKED_AT]],
  ['the cookie is nobody’s', [LOOKED_AT, 'cookie: kelvit_session=unknown']],
])('%s: the page as it is, and it may be kept', async (_, lines) => {
  const answer = await open('/harvest', lines)
  expect(answer).toContain(PAGE)
  expect(answer).toMatch(/cache-control: no-cache/i)
})

test('a page that is fetched to be kept says nothing of whoever was there', async () => {
  const mine = await cookie(keeper)
  for (const lines of [[mine], [mine, 'sec-fetch-dest: empty'], [mine, 'sec-fetch-dest: iframe']])
    expect(sessionIn(await open('/harvest', lines))).toBeUndefined()
  expect(sessionIn(await open('/index.html', [mine, LOOKED_AT]))).toBeUndefined()
})

test('a session that was ended is not in the page any more', async () => {
  const other = await kit.household()
  const theirs = await cookie(other)
  expect(sessionIn(await open('/', [LOOKED_AT, theirs]))).toBeDefined()
  await other.send('DELETE', '/api/session')
  expect(sessionIn(await open('/', [LOOKED_AT, theirs]))).toBeUndefined()
})

test('a page opens also while the database is away', async () => {
  const alone = await startKit({ webFolder: folder })
  const who = await cookie(await alone.household())
  await alone.db.close()
  const answer = await alone.raw(
    ['GET / HTTP/1.1', 'host: localhost', LOOKED_AT, who, ''].join('\r\n'),
  )
  expect(answer).toMatch(/^HTTP\/1.1 200/)
  expect(answer).toContain(PAGE)
  // Its pool was closed above.
  await alone.close().catch(() => undefined)
})
