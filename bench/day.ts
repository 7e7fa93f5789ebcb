/**
 * Day sheets of six loads on two canners with two people: how long they take, how
 * often they are proven, and their finish against that of loads run one after the
 * other, all in one run.
 */
import { cannerClasses, dayLoadOf, daySheet, seeded, type DayLoad } from '../core/src'

const OPENS = 8 * 60
const LATE = 40 * 60

function loadsFor(seed: number): DayLoad[] {
  const random = seeded(seed)
  return Array.from({ length: 6 }, (_, i) => {
    const canner = cannerClasses[i % 2] ?? cannerClasses[0]
    if (!canner) throw new Error('no canner classes')
    const jars = 4 + Math.floor(random() * 4)
    return dayLoadOf({
      id: `load-${i}`,
      cannerId: canner.id,
      canBy: `2026-08-1${i}`,
      jar: 'quart',
      jars,
      prepMin: jars * (9 + Math.floor(random() * 10)),
      processMinutes: [25, 30, 35, 40, 85, 90][Math.floor(random() * 6)] ?? 25,
      stageMinutes: canner.stageMinutes,
    })
  })
}

const days = Array.from({ length: 40 }, (_, i) => loadsFor(i + 1))
const people = [0, 1].map((i) => ({ id: `p${i}`, name: `Person ${i}`, from: OPENS, until: LATE }))
const kitchen = { opens: OPENS, closes: LATE, burners: 2, people }
const times: number[] = []
const ratios: number[] = []
const gaps: number[] = []
let proven = 0
for (const loads of days) {
  const from = performance.now()
  const sheet = daySheet(loads, kitchen)
  times.push(performance.now() - from)
  if (sheet.outcome !== 'sheet') throw new Error(sheet.sentence)
  const alone = loads.reduce((m, l) => m + Object.values(l.stages).reduce((a, b) => a + b, 0), 0)
  ratios.push((sheet.finish - OPENS) / alone)
  gaps.push((sheet.finish - sheet.bound) / (sheet.finish - OPENS))
  if (sheet.optimal) proven++
}
const sorted = [...times].sort((a, b) => a - b)
const mean = (x: readonly number[]): number => x.reduce((n, y) => n + y, 0) / x.length
console.log(`six loads, two canners, two people, ${days.length} days`)
console.log(
  `time: median ${sorted[20]?.toFixed(0)} ms, longest ${sorted.at(-1)?.toFixed(0)} ms (wanted ≤ 500)`,
)
console.log(
  `proven best: ${proven} of ${days.length}; where not, the bound is ${(100 * Math.max(...gaps)).toFixed(1)}% away at most`,
)
console.log(`finish ÷ one load after the other: ${mean(ratios).toFixed(3)}`)
