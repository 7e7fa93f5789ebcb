// The share of test code in all TypeScript that is committed or about to be.
import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'],
  { encoding: 'utf8' },
)
  .split('\n')
  .filter((f) => f && existsSync(f))
const lines = (list) =>
  list.reduce(
    (n, f) =>
      n +
      readFileSync(f, 'utf8')
        .split('\n')
        .filter((l) => l.trim()).length,
    0,
  )
// Tests and journeys themselves; the kits they stand on count as code.
const isTest = (f) => /^e2e\//.test(f) || /\.test\.tsx?$/.test(f)
const all = lines(files)
const tests = lines(files.filter(isTest))
const share = (100 * tests) / all
console.log(`      tests are ${share.toFixed(1)}% of ${all} lines of TypeScript (25 to 33% wanted)`)
if (share < 25) {
  console.error('      Too little of the code is tests.')
  process.exitCode = 1
}
