import { enterDemo, expect, looksRight, test } from './kit'

test.describe.configure({ mode: 'parallel' })

for (const [name, size, scheme] of [
  ['phone', { width: 390, height: 844 }, 'light'],
  ['dark', { width: 1280, height: 800 }, 'dark'],
  ['dark phone', { width: 390, height: 844 }, 'dark'],
] as const)
  test(`every page is sound: ${name}`, async ({ page }) => {
    await page.setViewportSize(size)
    await page.emulateMedia({ colorScheme: scheme })
    await enterDemo(page)
    for (const path of [
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
      '/pantry/foods',
      '/pantry/food/beans-snap',
      '/practice',
      '/household',
    ]) {
      await page.goto(path)
      await expect(page.locator('main h1')).toBeAttached()
      await expect(page.getByRole('status', { name: 'Loading' })).toHaveCount(0)
      await test.step(path, () => looksRight(page))
    }
  })
