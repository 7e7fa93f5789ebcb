// Labels as a phone sees them: the PDF is drawn into a picture, and the picture is read.
import { createCanvas, DOMMatrix, ImageData as Picture, Path2D } from '@napi-rs/canvas'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'
import { id, startKit, type Browser, type Kit } from './kit'

/** The drawing of PDFs takes what browsers have from here. */
Object.assign(globalThis, { DOMMatrix, ImageData: Picture, Path2D })
const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')

let kit: Kit
beforeAll(async () => {
  kit = await startKit()
  const wasm = readFileSync(
    createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'),
  )
  await prepareZXingModule({
    overrides: { wasmBinary: wasm.buffer as ArrayBuffer },
    fireImmediately: true,
  })
})
afterAll(() => kit.close())

const line = (n: number, more: object = {}) => ({
  foodId: 'corn',
  formId: null,
  jar: 'pint',
  mouth: 'regular',
  cannedOn: '2025-09-01',
  process: 'told',
  gotFrom: '',
  ids: Array.from({ length: n }, id),
  ...more,
})

async function withJars(n: number, more: object = {}): Promise<{ who: Browser; jars: any[] }> {
  const who = await kit.household()
  const made = await who.send('PUT', `/api/counts/${id()}`, {
    shelfId: null,
    at: '2026-08-14T23:00:00Z',
    reason: '',
    found: [],
    missing: [],
    came: [line(n, more)],
  })
  return { who, jars: made.body.came }
}

async function print(who: Browser, body: object): Promise<Uint8Array> {
  const answer = await fetch(`${kit.base}/api/labels.pdf`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(await who.cookie()) },
    body: JSON.stringify(body),
  })
  expect(answer.status).toBe(200)
  expect(answer.headers.get('content-type')).toBe('application/pdf')
  return new Uint8Array(await answer.arrayBuffer())
}

/** Held near, a phone sees 300 dots an inch. */
const DOTS = 300

/** A page drawn as a picture: its words, and the codes that are read from it or from a part, inches. */
async function see(pdf: Uint8Array, pageNumber = 1) {
  const doc = await getDocument({ data: pdf.slice(), verbosity: 0 }).promise
  const page = await doc.getPage(pageNumber)
  const viewport = page.getViewport({ scale: DOTS / 72 })
  const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height))
  const context = canvas.getContext('2d')
  context.fillStyle = '#ffffff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  await page.render({
    canvasContext: context as unknown as Parameters<typeof page.render>[0]['canvasContext'],
    canvas: null,
    viewport,
  }).promise
  const [, , width = 0, height = 0] = page.view
  const read = async (
    part: readonly [x: number, y: number, w: number, h: number] = [0, 0, width / 72, height / 72],
  ) => {
    const [x, y, w, h] = part.map((n) => Math.floor(n * DOTS)) as [number, number, number, number]
    const picture = context.getImageData(x, y, w, h) as unknown as Parameters<
      typeof readBarcodes
    >[0]
    const found = await readBarcodes(picture, { formats: ['QRCode'], tryHarder: true })
    return found
      .map((c) => ({
        text: c.text,
        x: c.position.topLeft.x / DOTS,
        y: c.position.topLeft.y / DOTS,
      }))
      .sort((a, b) => a.text.localeCompare(b.text))
  }
  const text = (await page.getTextContent()).items.map((i) => ('str' in i ? i.str : '')).join(' ')
  return { pages: doc.numPages, size: [width, height], text, read, codes: await read() }
}

describe('labels', () => {
  test('every code of a full sheet is read, and leads to its jar', async () => {
    const { who, jars } = await withJars(30)
    const pdf = await print(who, { sheet: 'letter-30', start: 1, jarIds: jars.map((j) => j.id) })
    const { pages, size, text, read } = await see(pdf)
    // Label by label, as somebody holds a phone to them: three across and ten down, an inch high.
    const codes: { text: string }[] = []
    for (let i = 0; i < 30; i++)
      codes.push(...(await read([0.1875 + (i % 3) * 2.75, 0.5 + Math.floor(i / 3), 2.625, 1])))
    expect(pages).toBe(1)
    expect(size).toEqual([612, 792])
    const session = (await who.send('GET', '/api/session')).body
    const mark = session.household.id.slice(-8)
    expect(codes.map((c) => c.text).sort()).toEqual(
      jars.map((j) => `${kit.base}/j/${j.code}?h=${mark}`).sort(),
    )
    expect(text).toContain('Sweet corn')
    expect(text).toContain('Canned 1 Sep 2025')
    for (const jar of jars) {
      const found = await who.send('GET', `/api/jar-codes/${jar.code.toLowerCase()}`)
      expect(found.body.id).toBe(jar.id)
    }
  })
  test.each(['a4-21', 'letter-round-12', 'roll-62', 'a4-round-12', 'letter-10'])(
    'a code is read from %s too',
    async (sheet) => {
      const { who, jars } = await withJars(2)
      const { codes } = await see(
        await print(who, { sheet, start: 1, jarIds: jars.map((j) => j.id), initials: 'MO' }),
      )
      expect(codes.length).toBe(sheet === 'roll-62' ? 1 : 2)
      expect(codes[0]!.text).toContain(`/j/${jars[0].code}?h=`)
    },
  )
  test('a sheet that was begun is gone on with at the cell that is free', async () => {
    const { who, jars } = await withJars(3)
    const body = { sheet: 'letter-30', start: 29, jarIds: jars.map((j) => j.id) }
    const pdf = await print(who, body)
    const first = await see(pdf)
    expect(first.pages).toBe(2)
    expect(first.codes).toHaveLength(2)
    // The last row of ten, an inch each from half an inch on: the 29th stands in the middle.
    expect(first.codes[0]!.y).toBeGreaterThan(9.5)
    expect(first.codes[0]!.x).toBeGreaterThan(0.1875 + 2.75)
    const second = await see(pdf, 2)
    expect(second.codes).toHaveLength(1)
    expect(second.codes[0]!.y).toBeLessThan(1.5)
  })
  test('by batch, with initials and a price; an unknown process has no best time', async () => {
    const { who, jars } = await withJars(2, { process: 'unknown', gotFrom: 'Wren' })
    const pdf = await print(who, {
      sheet: 'letter-10',
      start: 1,
      jarIds: jars.map((j) => j.id),
      byBatch: true,
      initials: 'M.O.',
      price: '4.50 per lb',
    })
    const { codes, text } = await see(pdf)
    const batch = jars[0].code.replace(/-\d+$/, '')
    expect(codes.map((c) => c.text)).toEqual([
      expect.stringContaining(`/j/${batch}?h=`),
      expect.stringContaining(`/j/${batch}?h=`),
    ])
    expect(text).toContain('M.O.')
    expect(text).toContain('4.50 per lb')
    expect(text).not.toContain('Best by')
  })
  test('size and month fill themselves; what nobody paid for has no cost', async () => {
    const { who, jars } = await withJars(1)
    const pdf = await print(who, {
      ...{ sheet: 'letter-10', start: 1, jarIds: jars.map((j) => j.id) },
      ...{ size: true, month: true, cost: true },
    })
    const { text } = await see(pdf)
    expect(text).toMatch(/Canned [A-Z][a-z]{2} \d{4}/)
    expect(text).toMatch(/\b(quart|pint)\b/)
    expect(text).not.toContain('$')
  })
  test('what cannot be printed gets a sentence', async () => {
    const { who, jars } = await withJars(1)
    const stranger = await withJars(1)
    const own = {
      page: 'a4',
      columns: 3,
      rows: 8,
      width: 63.5,
      height: 33.9,
      pitchX: 66,
      pitchY: 33.9,
      round: false,
    }
    const good = { sheet: 'letter-30', start: 1, jarIds: [jars[0].id] }
    const tries: [object, number, RegExp][] = [
      [{ sheet: 'letter-31' }, 422, /don’t know this label sheet/],
      [{ sheet: 'own' }, 422, /give its grid/],
      [
        { sheet: 'own', own: { ...own, columns: 4 } },
        422,
        /does not fit the page: it is 262 × 271/,
      ],
      [{ sheet: 'own', own: { ...own, pitchX: 50 } }, 422, /on top of each other/],
      [{ sheet: 'own', own: { ...own, width: 5, height: 5 } }, 422, /cannot be read/],
      [{ sheet: 'own', own: { ...own, round: true } }, 422, /as wide as it is high/],
      [{ start: 31 }, 422, /has 30 labels/],
      [{ start: 0 }, 400, /./],
      [{ jarIds: [] }, 400, /at least one jar/],
      [{ jarIds: [stranger.jars[0].id] }, 404, /isn’t in this household/],
      [{ jarIds: Array.from({ length: 501 }, id) }, 400, /At most 500/],
    ]
    for (const [more, status, words] of tries) {
      const answer = await who.send('POST', '/api/labels.pdf', { ...good, ...more })
      expect([more, answer.status]).toEqual([more, status])
      expect(JSON.stringify(answer.body)).toMatch(words)
    }
    const theirs = await who.send('GET', `/api/jar-codes/${stranger.jars[0].code}`)
    expect(theirs.status).toBe(404)
    expect(theirs.body.detail).toContain('another household')
  })
})
