import { bareKitchen, processFor } from '../kitchen'
import type { LoadSetup } from '../load/setup'
import { minutes, psi } from '../quantity/units'
import type { PracticeOptions } from './state'

/** One thing to learn at the practice canner. */
export interface Lesson {
  readonly id: string
  readonly title: string
  /** What it is about, in a sentence or two. */
  readonly about: string
  readonly options: PracticeOptions
  readonly gauge: 'dial' | 'weighted'
  /** Process time, min: short, so that a lesson ends. */
  readonly minutes: number
  /** When the phone rings, seconds from the start. */
  readonly phoneAtS?: number
}

const PLAIN: PracticeOptions = {
  size: 'tall',
  jars: 7,
  jar: 'quart',
  pack: 'hot',
  altitudeFt: 0,
  weightPsi: 15,
}

/** From water alone to what goes wrong by itself. */
export const LESSONS: readonly Lesson[] = [
  {
    id: 'water-only',
    title: 'Water only, first time',
    about:
      'No jars yet. Bring it to steam, vent ten minutes, hold 11 psi (76 kPa) for five minutes, and let it cool on its own.',
    options: { ...PLAIN, jars: 0 },
    gauge: 'dial',
    minutes: 5,
  },
  {
    id: 'first-load',
    title: 'Seven quarts',
    about:
      'With jars in, everything takes longer and answers later. Ease the heat before the target, not at it.',
    options: PLAIN,
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'by-ear',
    title: 'By ear',
    about:
      'A weighted gauge has no needle, only a sound. Gentle rocking is enough. Wild rocking boils the water away.',
    options: { ...PLAIN, size: 'small', weightPsi: 10 },
    gauge: 'weighted',
    minutes: 10,
  },
  {
    id: 'weak-burner',
    title: 'A weak burner',
    about: 'It comes up slowly and drops when you turn it down. Is there enough heat to hold it?',
    options: { ...PLAIN, faults: { burner: 0.42 } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'gust',
    title: 'A gust of wind',
    about:
      'You’re outdoors, and wind takes heat away during the process. Notice it before the pressure falls.',
    options: { ...PLAIN, faults: { gust: { fromS: 2000, toS: 2240 } } },
    gauge: 'dial',
    minutes: 15,
  },
  {
    id: 'sticky-vent',
    title: 'A sticky vent',
    about:
      'The vent is half blocked. Little steam comes out, and the air stays in. What does the steam tell you?',
    options: { ...PLAIN, faults: { vent: 0.1 } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'dial-high',
    title: 'A dial that reads high',
    about:
      'Its last test found it 2 psi (14 kPa) high, so it has to show more than the tested figure.',
    options: { ...PLAIN, faults: { dialHighPsi: 2 } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'boiled-dry',
    title: 'Boiled dry',
    about: 'Somebody forgot the water. Watch the steam and the needle, and act in time.',
    options: { ...PLAIN, waterKg: 0.55 },
    gauge: 'dial',
    minutes: 15,
  },
  {
    id: 'lid-off-marks',
    title: 'The lid off its marks',
    about: 'Steam comes out all around the lid, and the pressure won’t come up. What now?',
    options: { ...PLAIN, faults: { lidOffMarks: true } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'phone',
    title: 'The phone rings',
    about: 'Seven quarts, and somebody calls in the middle. Let it ring, or answer and see.',
    options: PLAIN,
    gauge: 'dial',
    minutes: 15,
    phoneAtS: 1900,
  },
  {
    id: 'high-up',
    title: 'At 5,000 feet',
    about: 'You need more on the dial at this altitude. Everything else is the same.',
    options: { ...PLAIN, altitudeFt: 5000 },
    gauge: 'dial',
    minutes: 10,
  },
]

/** What a lesson's canner must be held at: the tested pressure there, a short time. */
export function lessonSetup({ options, gauge, minutes: short }: Lesson): LoadSetup {
  const found = processFor(
    bareKitchen(options.altitudeFt),
    { formId: 'beans-snap', pack: 'hot', jar: 'quart' },
    gauge,
  )
  if (found.outcome === 'refused') throw new Error(found.sentence)
  return {
    regulatedBy: gauge,
    psi: found.psi,
    minutes: minutes(short),
    gaugeErrorPsi: psi(gauge === 'dial' ? (options.faults?.dialHighPsi ?? 0) : 0),
    restMinutes: minutes(10),
    practice: true,
  }
}

/** What the needle has to show in a lesson, psi: a dial that reads high shows more. */
export function lessonTarget(lesson: Lesson): number {
  const setup = lessonSetup(lesson)
  return setup.psi + setup.gaugeErrorPsi
}
