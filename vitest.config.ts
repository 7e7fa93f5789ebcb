import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['core/test/**/*.test.ts'] } },
      { test: { name: 'web', include: ['web/test/**/*.test.{ts,tsx}'] } },
      {
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          globalSetup: ['server/test/database.ts'],
          testTimeout: 20_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
