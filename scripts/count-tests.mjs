// Adds up the runners' own reports. A report that is missing, or in which nothing ran, counts as a failure.
import { readFileSync } from 'node:fs'

const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return undefined
  }
}
const ofUnit = (r) => ({
  passed: r.numPassedTests,
  failed:
    r.numFailedTests +
    r.testResults.filter((f) => f.status === 'failed' && f.assertionResults.length === 0).length,
})
const ofBrowser = (r) => ({
  passed: r.stats.expected,
  failed: r.stats.unexpected + r.stats.flaky + r.errors.length,
})
const counts = process.argv
  .slice(2)
  .map(read)
  .map((r) => (r ? (r.stats ? ofBrowser(r) : ofUnit(r)) : { passed: 0, failed: 1 }))
const empty = counts.filter((r) => r.passed + r.failed === 0).length
const passed = counts.reduce((n, r) => n + r.passed, 0)
const failed = counts.reduce((n, r) => n + r.failed, empty)
console.log(`tests: ${passed} passed, ${failed} failed`)
process.exit(failed > 0 ? 1 : 0)
