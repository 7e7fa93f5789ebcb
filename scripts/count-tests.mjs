// Adds up the runners' own reports. A report that is missing, or in which nothing ran, counts as a failure.
import { readFileSync } from 'node:fs'

const [vitest, playwright] = process.argv.slice(2).map((file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return undefined
  }
})
const unit = vitest
  ? {
      passed: vitest.numPassedTests,
      failed:
        vitest.numFailedTests +
        vitest.testResults.filter((r) => r.status === 'failed' && r.assertionResults.length === 0)
          .length,
    }
  : { passed: 0, failed: 1 }
const browser = playwright
  ? {
      passed: playwright.stats.expected,
      failed: playwright.stats.unexpected + playwright.stats.flaky + playwright.errors.length,
    }
  : { passed: 0, failed: 1 }
const empty = [unit, browser].filter((r) => r.passed + r.failed === 0).length
const passed = unit.passed + browser.passed
const failed = unit.failed + browser.failed + empty
console.log(`tests: ${passed} passed, ${failed} failed`)
process.exit(failed > 0 ? 1 : 0)
