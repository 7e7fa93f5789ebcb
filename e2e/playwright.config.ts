import { defineConfig } from '@playwright/test'

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
    // The journeys without a network have it; for the others it would only fetch everything each time.
    serviceWorkers: 'block',
    actionTimeout: 25_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
})
