// The camera of a phone, played by a film of one frame with a label in it. This browser reads
// no codes by itself, so the WebAssembly in its worker is what is tried.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { create } from 'qrcode'
import { CHROMIUM } from '../scripts/chromium.mjs'
import { enterDemo, expect, test } from './kit'

const [WIDTH, HEIGHT] = [640, 480]

/** A film in YUV4MPEG2: black on white in the middle, as a label stands before a camera. */
function film(text: string): Buffer {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const dot = Math.floor(300 / modules.size)
  const [left, top] = [WIDTH, HEIGHT].map((n) => Math.floor((n - dot * modules.size) / 2)) as [
    number,
    number,
  ]
  const light = Buffer.alloc(WIDTH * HEIGHT, 225)
  for (let y = 0; y < modules.size * dot; y++)
    for (let x = 0; x < modules.size * dot; x++)
      if (modules.get(Math.floor(y / dot), Math.floor(x / dot)))
        light[(top + y) * WIDTH + left + x] = 25
  const colour = Buffer.alloc((WIDTH * HEIGHT) / 2, 128)
  const frame = Buffer.concat([Buffer.from('FRAME\n'), light, colour])
  return Buffer.concat([
    Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`),
    ...Array.from({ length: 10 }, () => frame),
  ])
}

test('a label before the camera leads to its jar; another household’s says so', async ({
  page,
  baseURL,
}) => {
  await enterDemo(page)
  const jars = (await (await page.request.get('/api/jars')).json()) as { code: string }[]
  const { household } = (await (await page.request.get('/api/session')).json()) as {
    household: { id: string }
  }
  const folder = mkdtempSync(join(tmpdir(), 'kelvit-film-'))
  const seen = async (name: string, text: string) => {
    const file = join(folder, `${name}.y4m`)
    writeFileSync(file, film(text))
    const browser = await chromium.launch({
      ...CHROMIUM,
      args: [
        ...CHROMIUM.args,
        '--use-fake-ui-for-media-stream',
        '--use-fake-device-for-media-stream',
        `--use-file-for-fake-video-capture=${file}`,
      ],
    })
    const phone = await browser.newPage({ baseURL: baseURL!, serviceWorkers: 'block' })
    await phone.goto('/')
    await phone.getByRole('button', { name: 'Enter the demo' }).click()
    await expect(phone.getByRole('heading', { name: 'What needs doing?' })).toBeVisible()
    await phone.goto('/pantry/scan')
    return { phone, close: () => browser.close() }
  }
  const { code } = jars[0]!
  const mine = await seen('mine', `${baseURL}/j/${code}?h=${household.id.slice(-8)}`)
  await expect(mine.phone.getByRole('heading', { name: `What about jar ${code}?` })).toBeVisible()
  await mine.close()
  const theirs = await seen('theirs', `https://pantry.example/j/${code}?h=deadbeef`)
  await expect(theirs.phone.getByRole('alert')).toContainText('another household')
  await theirs.close()
  rmSync(folder, { recursive: true, force: true })
})
