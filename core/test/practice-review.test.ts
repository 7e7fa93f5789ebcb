// What a practice run is told afterwards, from runs that were really simulated.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  isSteady,
  LESSONS,
  reviewPractice,
  startCanner,
  stepCanner,
  type Controls,
  type Finding,
  type Lesson,
  type LoadEvent,
  type LoadSetup,
  type PracticeState,
  type UnitSystem,
  type Sample,
} from '@kelvit/core'
import { dial, fact, weighted } from './kit/loads'

const LONG = { timeout: 120_000 }
const lesson = (id: string): Lesson => LESSONS.find((l) => l.id === id)!

/** Somebody at the knob who also says what happens; everything by the canner's own clock. */
class Cook {
  s: PracticeState
  readonly said: LoadEvent[] = [fact('started', 0), fact('filling-began', 1), fact('locked', 2)]
  readonly samples: Sample[] = []
  constructor(readonly of: Lesson) {
    this.s = startCanner(of.options)
  }
  say(kind: LoadEvent['kind'], psi?: number): this {
    this.said.push(
      fact(kind, this.s.seconds * 1000, psi === undefined ? {} : { psi: unit.psi(psi) }),
    )
    return this
  }
  go(controls: Controls, seconds: number, readEvery = 0): this {
    for (let t = 0; t < seconds; t += 4) {
      this.s = stepCanner(this.s, controls, 4)
      const { dialPsi, gaugePsi, airFraction, siphoned, seconds: at } = this.s
      this.samples.push({ at: at * 1000, dialPsi, gaugePsi, airFraction, siphoned })
      if (readEvery > 0 && t % readEvery === 0) this.say('reading', Math.round(dialPsi * 10) / 10)
    }
    return this
  }
  until(controls: Controls, done: (s: PracticeState) => boolean): this {
    for (let i = 0; i < 1500 && !done(this.s); i++) this.go(controls, 4)
    expect(done(this.s)).toBe(true)
    return this
  }
  /** Holds a target the way a calm hand does, and reads it. */
  hold(target: number, seconds: number): this {
    let base = 0.25
    for (let t = 0; t < seconds; t += 20) {
      const off = target - this.s.gaugePsi
      base = Math.max(0, Math.min(1, base + off * 0.004))
      this.go({ heat: Math.max(0, Math.min(1, base + off * 0.25)), weightOn: true }, 20)
      if (t % 120 === 0) this.say('reading', this.s.dialPsi)
    }
    return this
  }
  steam(): this {
    return this.until({ heat: 1, weightOn: false }, isSteady).say('steam-steady')
  }
  rise(to: number): this {
    return this.until({ heat: 0.9, weightOn: true }, (s) => s.dialPsi >= to).say(
      'reading',
      this.s.dialPsi,
    )
  }
  review(setup: LoadSetup, units: UnitSystem = 'us'): readonly Finding[] {
    return reviewPractice(setup, foldLoad(setup, this.said), this.samples, this.s, units)
  }
}

const setup: LoadSetup = { ...dial, psi: unit.psi(11), minutes: unit.minutes(5) }
const of = (kind: Finding['kind'], found: readonly Finding[]): string =>
  found
    .filter((f) => f.kind === kind)
    .map((f) => f.sentence)
    .join(' ')

describe('a calm run', () => {
  const cook = new Cook(lesson('water-only'))
    .steam()
    .go({ heat: 0.7, weightOn: false }, 600)
    .say('weight-on')
    .rise(11.2)
    .hold(11.5, 420)
    .say('heat-off')
  test('held everything, and is sent on to something harder', LONG, () => {
    const found = cook.review(setup)
    expect(of('held', found)).toMatch(
      /Vented ten minutes: under 1%.*5 unbroken minutes.*Never more than 2 psi \(14 kPa\) over/,
    )
    expect(of('lost', found)).toBe('')
    expect(of('try', found)).toMatch(/later lessons/)
  })
  test('without a word about it nothing was held', LONG, () => {
    const silent = reviewPractice(
      setup,
      foldLoad(setup, [fact('started', 0)]),
      cook.samples,
      cook.s,
      'us',
    )
    expect(of('lost', silent)).toMatch(/The weight never went on\. It never came to pressure/)
  })
})

describe('what was lost is told with what to try', () => {
  test('the weight lifted under pressure', LONG, () => {
    const cook = new Cook(lesson('water-only'))
      .steam()
      .go({ heat: 0.7, weightOn: false }, 600)
      .say('weight-on')
      .rise(11.2)
      .go({ heat: 0.5, weightOn: false }, 5)
    expect(of('lost', cook.review(setup))).toMatch(
      /You lifted the weight at 11 psi: scalding steam/,
    )
    expect(of('try', cook.review(setup))).toMatch(/Leave the weight on until the gauge is at zero/)
  })
  test('vented too short', LONG, () => {
    const found = new Cook(lesson('first-load'))
      .steam()
      .go({ heat: 0.7, weightOn: false }, 60)
      .say('weight-on')
      .rise(11.2)
      .review(setup)
    expect(of('lost', found)).toMatch(
      /of what filled the canner was air.*ten unbroken minutes of steam were not said/,
    )
    expect(of('try', found)).toMatch(/full, steady plume/)
  })
  test('overshot, let fall, begun again', LONG, () => {
    const cook = new Cook(lesson('water-only'))
      .steam()
      .go({ heat: 0.7, weightOn: false }, 600)
      .say('weight-on')
      .rise(11.2)
      .until({ heat: 1, weightOn: true }, (s) => s.dialPsi > 14.5)
      .until({ heat: 0, weightOn: true }, (s) => s.dialPsi < 10.5)
      .say('reading', 10.4)
      .rise(11.2)
    const found = cook.review(setup)
    expect(of('lost', found)).toMatch(/never held.*began again once.*It rose to 15 psi/)
    // To the nearest three.
    expect(of('lost', cook.review(setup, 'metric'))).toMatch(/It rose to 10[25] kPa/)
    expect(of('try', found)).toMatch(/Start lowering the heat 3 psi \(20 kPa\) before/)
    expect(of('try', found)).toMatch(/a little at a time/)
  })
  test('under the target and nobody said so', LONG, () => {
    const cook = new Cook(lesson('water-only'))
      .steam()
      .go({ heat: 0.7, weightOn: false }, 600)
      .say('weight-on')
      .rise(11.2)
      .until({ heat: 0, weightOn: true }, (s) => s.dialPsi < 10)
    expect(of('lost', cook.review(setup))).toMatch(/below target for a while/)
  })
  test('opened under pressure, boiled dry', LONG, () => {
    const opened = new Cook(lesson('first-load')).go({ heat: 1, weightOn: true }, 1200)
    expect(opened.s.gaugePsi).toBeGreaterThan(3)
    opened.go({ heat: 0, weightOn: true, lidOff: true }, 20)
    expect(of('lost', opened.review(setup))).toMatch(/came off under pressure/)
    const dry = new Cook(lesson('boiled-dry')).go({ heat: 1, weightOn: false }, 5400)
    expect(of('lost', dry.review(setup))).toMatch(/It boiled dry/)
    expect(of('try', dry.review(setup))).toMatch(/inches of water/)
  })
})

describe('the lessons', () => {
  test.each(LESSONS.map((l) => [l.id, l] as const))(
    '%s can be set up, and is what it says',
    (_id, l) => {
      const s = startCanner(l.options)
      expect(s.options.jars).toBe(l.options.jars)
      expect(l.minutes).toBeGreaterThan(0)
      expect(new Set(LESSONS.map((x) => x.id)).size).toBe(LESSONS.length)
    },
  )
  test('the weak burner cannot hold what a whole one holds easily', LONG, () => {
    const power = (id: string) =>
      stepCanner(startCanner(lesson(id).options), { heat: 1, weightOn: false }, 600)
    expect(power('weak-burner').temperatureF).toBeLessThan(power('first-load').temperatureF - 5)
  })
  test('the gust takes pressure while the knob stands still', LONG, () => {
    const l = lesson('gust')
    const { fromS, toS } = l.options.faults!.gust!
    let s = startCanner(l.options)
    s = stepCanner(s, { heat: 1, weightOn: false }, 900)
    while (s.seconds < fromS)
      s = stepCanner(s, { heat: s.gaugePsi < 11.5 ? 0.6 : 0.2, weightOn: true }, 4)
    const before = s.gaugePsi
    s = stepCanner(s, { heat: 0.28, weightOn: true }, toS - fromS)
    expect(s.gaugePsi).toBeLessThan(before - 0.5)
  })
  test('the forgotten water is gone before the time is over, the usual water is not', LONG, () => {
    const left = (id: string) =>
      stepCanner(startCanner(lesson(id).options), { heat: 0.7, weightOn: false }, 2700).waterKg
    expect(left('boiled-dry')).toBeLessThan(0.1)
    expect(left('first-load')).toBeGreaterThan(1)
  })
  test('by ear, the weight rocks and is heard', LONG, () => {
    const cook = new Cook(lesson('by-ear'))
      .steam()
      .go({ heat: 0.7, weightOn: false }, 600)
      .say('weight-on')
      .until({ heat: 0.8, weightOn: true }, (s) => s.rocking)
      .say('at-pressure')
      .go({ heat: 0.5, weightOn: true }, 320)
      .say('heat-off')
    const found = cook.review({ ...weighted, psi: unit.psi(10), minutes: unit.minutes(5) })
    expect(of('held', found)).toMatch(/5 unbroken minutes at pressure/)
  })
})
