import { contrastIsRight, enterDemo, expect, looksRight, outBesides, test } from './kit'

test.describe.configure({ mode: 'parallel' })

const PAGES = [
  '/',
  '/needs',
  '/harvest',
  '/season',
  '/season/day/2026-08-15',
  '/season/hours',
  '/stove',
  '/stove/plan',
  '/pantry',
  '/methods',
  '/methods/beans-snap',
  '/methods/ways',
  '/methods/jar',
  '/methods/recipes',
  '/harvest/yields',
  '/gear',
  '/records',
  '/records/year/2025',
  '/records/next',
  '/records/files',
  '/pantry/foods',
  '/pantry/food/beans-snap',
  '/practice',
  '/household',
]
/** Nothing that can be pressed here moves away under the finger while the page fills. */
const STILL: readonly string[] = ['/', '/needs', '/harvest', '/season', '/stove', '/pantry']
const MOST_SHIFT = 0.02
/** What comes late has come by then, ms. */
const LATE_MS = 800

/** Adds up how far what is drawn moved by itself, as browsers measure it. */
const watchShifts = (): void => {
  const page = window as unknown as { shifted: number }
  page.shifted = 0
  new PerformanceObserver((list) => {
    for (const e of list.getEntries() as (PerformanceEntry & {
      value: number
      hadRecentInput: boolean
    })[])
      if (!e.hadRecentInput) page.shifted += e.value
  }).observe({ type: 'layout-shift', buffered: true })
}

const HALF = Math.ceil(PAGES.length / 2)
const PHONE = { width: 390, height: 844 }
const DESK = { width: 1280, height: 800 }
/** The desk at 200%. */
const ZOOMED = { width: 640, height: 400 }

// A page is opened once and looked at in every size and both schemes: opening it is most of the work.
for (const [name, paths] of [
  ['the first half', PAGES.slice(0, HALF)],
  ['the second half', PAGES.slice(HALF)],
] as const)
  test(`every page is sound on a desk and a phone, light and dark: ${name}`, async ({ page }) => {
    await enterDemo(page)
    await page.addInitScript(watchShifts)
    for (const path of paths) {
      await page.emulateMedia({ colorScheme: 'light' })
      await page.goto(path)
      await expect(page.locator('main h1')).toBeAttached()
      await expect(page.getByRole('status', { name: 'Loading' })).toHaveCount(0)
      if (STILL.includes(path)) {
        await page.waitForTimeout(LATE_MS)
        const moved = await page.evaluate(() => (window as unknown as { shifted: number }).shifted)
        expect(moved, `${path} moves while it fills`).toBeLessThanOrEqual(MOST_SHIFT)
      }
      for (const size of [DESK, PHONE]) {
        await page.setViewportSize(size)
        await page.emulateMedia({ colorScheme: 'light' })
        await test.step(`${path}, ${size.width} px`, () => looksRight(page))
        await page.emulateMedia({ colorScheme: 'dark' })
        await test.step(`${path}, ${size.width} px, dark`, () => contrastIsRight(page))
      }
      for (const size of [PHONE, ZOOMED, DESK]) {
        await page.setViewportSize(size)
        expect(await outBesides(page), `${path}, ${size.width} px, long words`).toBeLessThanOrEqual(
          0,
        )
      }
    }
  })
