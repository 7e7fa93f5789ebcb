// Breaks one room of core in every small way there is and tells what the tests noticed:
// npm run mutate -- load
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, writeFileSync, existsSync } from 'node:fs'

/** The rooms where a wrong figure can hurt, with the tests that are about them. */
const ROOMS = {
  load: [
    'load',
    'load-table',
    'load-facts',
    'load-edges',
    'load-corners',
    'recall',
    'evenings',
    'second-word',
    'causes',
    'learned',
    'figures',
    'needs',
  ],
  method: [
    'lookup',
    'lookup-edges',
    'mixed-jar',
    'mixed-jar-words',
    'figures',
    'line',
    'lots',
    'answers',
    'needs',
  ],
  harvest: ['yield', 'line', 'line-table', 'needs', 'quantity', 'book', 'lots', 'records', 'cost'],
  pantry: ['pantry', 'shelf-life', 'fate', 'take'],
  book: ['needs', 'cost', 'book', 'book-edges', 'lots', 'take'],
  label: ['label'],
  record: ['year', 'year-edges', 'record-rates', 'records'],
  time: ['time', 'kitchen'],
  quantity: ['line', 'steam', 'quantity', 'load', 'lots'],
}
const WANTED = 85

const [room, ...only] = process.argv.slice(2)
const tests = ROOMS[room]
if (!tests) {
  console.error(`Which room? One of ${Object.keys(ROOMS).join(', ')}.`)
  process.exit(2)
}
const out = 'node_modules/.cache/mutate'
mkdirSync(out, { recursive: true })
const vitest = `${out}/vitest.${room}.config.mjs`
const include = tests.map((t) => `core/test/${t}.test.ts`).filter((f) => existsSync(f))
writeFileSync(
  vitest,
  `export default { root: process.cwd(), test: { include: ${JSON.stringify(include)}, testTimeout: 60000 } }\n`,
)
const config = `${out}/stryker.${room}.json`
writeFileSync(
  config,
  JSON.stringify({
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: vitest },
    // Named files of a room alone: npm run mutate -- load runs opening
    mutate: [
      ...(only.length > 0
        ? only.map((file) => `core/src/${room}/${file}.ts`)
        : [`core/src/${room}/**/*.ts`]),
      '!core/src/**/data/**',
      '!core/src/**/index.ts',
    ],
    // Sentences are held by the pages' own tests; here it is figures and decisions.
    mutator: { excludedMutations: ['StringLiteral'] },
    coverageAnalysis: 'perTest',
    concurrency: 2,
    inPlace: false,
    tempDirName: '.stryker-tmp',
    ignorePatterns: ['**/dist', 'web', 'server', 'e2e', 'bench', 'docs', '.git', 'test-results'],
    reporters: ['clear-text', 'json'],
    clearTextReporter: { allowColor: false, logTests: false, reportScoreTable: true },
    jsonReporter: { fileName: `${out}/${room}.json` },
    timeoutMS: 20000,
    allowEmpty: false,
  }),
)
const run = spawnSync('npx', ['stryker', 'run', config], { stdio: 'inherit' })
if (run.status !== 0) process.exit(run.status ?? 1)
const { files } = JSON.parse(readFileSync(`${out}/${room}.json`, 'utf8'))
const all = Object.values(files).flatMap((f) => f.mutants)
const count = (...states) => all.filter((m) => states.includes(m.status)).length
const [caught, missed] = [count('Killed', 'Timeout'), count('Survived', 'NoCoverage')]
const share = (100 * caught) / Math.max(1, caught + missed)
console.log(
  `${room}: ${caught} of ${caught + missed} noticed, ${share.toFixed(1)}% (${WANTED}% wanted)`,
)
process.exit(share >= WANTED ? 0 : 1)
