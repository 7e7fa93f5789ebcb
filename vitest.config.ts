import { defineConfig } from 'vitest/config'

const FUZZ = 'server/test/fuzz.test.ts'

/** On a database that is made for the run. */
const server = {
  include: ['server/test/**/*.test.ts'],
  globalSetup: ['server/test/database.ts'],
  testTimeout: 20_000,
  hookTimeout: 60_000,
  fileParallelism: false,
  isolate: false,
}

export default defineConfig({
  test: {
    projects: [
      // Nothing here is stubbed or kept in modules: what one file has loaded serves the next.
      { test: { name: 'core', include: ['core/test/**/*.test.ts'], isolate: false } },
      {
        test: {
          name: 'web',
          include: ['web/test/**/*.test.{ts,tsx}'],
          exclude: ['web/test/device/**'],
          isolate: false,
        },
      },
      // What a device keeps for itself is in modules: each file begins on a fresh device.
      { test: { name: 'device', include: ['web/test/device/**/*.test.{ts,tsx}'] } },
      { test: { ...server, name: 'server', exclude: [FUZZ] } },
      // Ten thousand requests take as long as all the rest: they go by themselves.
      { test: { ...server, name: 'fuzz', include: [FUZZ] } },
    ],
  },
})
