import { defineConfig } from '@playwright/test'
import { CHROMIUM } from '../scripts/chromium.mjs'

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers: 3,
  retries: 0,
  timeout: 240_000,
  expect: { timeout: 25_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-US',
    colorScheme: 'light',
    // Nothing waits for a movement to end; that it stands still is looked at in the stove's journey.
    contextOptions: { reducedMotion: 'reduce' },
    // The journeys without a network have it; for the others it would only fetch everything each time.
    serviceWorkers: 'block',
    actionTimeout: 25_000,
    launchOptions: CHROMIUM,
  },
})
