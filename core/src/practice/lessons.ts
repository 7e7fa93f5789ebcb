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
      'No jars yet: bring it to steam, vent ten minutes, hold 11 psi (76 kPa) for five, and let it cool by itself.',
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
      'A weighted gauge: no needle, only the sound. Just rocking is enough; wild rocking boils the water away.',
    options: { ...PLAIN, size: 'small', weightPsi: 10 },
    gauge: 'weighted',
    minutes: 10,
  },
  {
    id: 'weak-burner',
    title: 'A weak burner',
    about: 'It comes up slowly and drops at every touch. Is there enough heat to hold it at all?',
    options: { ...PLAIN, faults: { burner: 0.42 } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'gust',
    title: 'A gust of wind',
    about:
      'Outdoors: somewhere in the process a draught takes heat away. Notice it before the needle tells you too late.',
    options: { ...PLAIN, faults: { gust: { fromS: 2000, toS: 2240 } } },
    gauge: 'dial',
    minutes: 15,
  },
  {
    id: 'sticky-vent',
    title: 'A sticky vent',
    about:
      'The vent is half blocked: little steam comes, and the air stays in. What does the plume tell you?',
    options: { ...PLAIN, faults: { vent: 0.1 } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'dial-high',
    title: 'A dial that reads high',
    about:
      'Its last test found it 2 psi (14 kPa) high: what it must show is more than the tested figure.',
    options: { ...PLAIN, faults: { dialHighPsi: 2 } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'boiled-dry',
    title: 'Boiled dry',
    about: 'Somebody forgot the water. Watch what happens to plume and needle, and act in time.',
    options: { ...PLAIN, waterKg: 0.55 },
    gauge: 'dial',
    minutes: 15,
  },
  {
    id: 'lid-off-marks',
    title: 'The lid off its marks',
    about: 'It steams all round and does not come up. What now?',
    options: { ...PLAIN, faults: { lidOffMarks: true } },
    gauge: 'dial',
    minutes: 10,
  },
  {
    id: 'phone',
    title: 'The phone rings',
    about: 'Seven quarts, and in the middle of it somebody calls. Let it ring, or answer and see.',
    options: PLAIN,
    gauge: 'dial',
    minutes: 15,
    phoneAtS: 1900,
  },
  {
    id: 'high-up',
    title: 'At 5,000 feet',
    about: 'The same steam needs more on the dial up here. Everything else is as it was.',
    options: { ...PLAIN, altitudeFt: 5000 },
    gauge: 'dial',
    minutes: 10,
  },
]
