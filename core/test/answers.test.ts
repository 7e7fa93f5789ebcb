import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import { findFood, searchFoods } from '@kelvit/core'
import {
  ANSWERS,
  answerOf,
  answersAt,
  computeAnswer,
  fillAnswer,
  findAnswers,
  SOURCES,
  type ComputingKitchen,
} from '@kelvit/core/answers'

const kitchen = {
  altitudeFt: unit.feet(2640),
  units: 'us',
  settings: { restMinutes: 10 },
  canners: [],
} as const

describe('every answer', () => {
  test('has an id and a question of its own, a source, and a page that is there', () => {
    expect(new Set(ANSWERS.map((a) => a.id)).size).toBe(ANSWERS.length)
    expect(new Set(ANSWERS.map((a) => a.ask)).size).toBe(ANSWERS.length)
    expect(ANSWERS.length).toBeGreaterThanOrEqual(100)
    for (const a of ANSWERS) {
      expect(SOURCES[a.source], a.id).toBeTruthy()
      expect(a.at.length, a.id).toBeGreaterThan(0)
      if (a.act)
        expect(a.act[1], a.id).toMatch(
          /^\/(needs|harvest|season|stove|pantry|methods|gear|records|practice|household)/,
        )
    }
  })
  test.each(ANSWERS.map((a) => [a.id, a] as const))(
    '%s is short, and filled in any kitchen',
    (_id, a) => {
      const us = fillAnswer(a, kitchen)
      const sentences = us.split(/(?<=[.?:!])\s+(?=[A-Z“])/)
      expect(sentences.length).toBeGreaterThanOrEqual(2)
      expect(us.split(/\s+/).length).toBeLessThanOrEqual(75)
      expect(us).not.toMatch(/[{}]|undefined|NaN|!/)
      const metric = fillAnswer(a, { ...kitchen, units: 'metric' })
      // The tables' own psi and the number stamped on a weight stand beside the kilopascals.
      expect(metric.replace(/\(\d+(\.\d+)? psi\)|15 lb one/g, '')).not.toMatch(
        /°F|\bpsi\b|\bft\b|\blb\b|\binch/,
      )
      expect(fillAnswer(a, { ...kitchen, altitudeFt: unit.feet(12000) })).not.toMatch(
        /null|NaN|Infinity/,
      )
    },
  )
  test('stands with every station and side door', () => {
    for (const place of [
      'needs',
      'harvest',
      'season',
      'stove',
      'pantry',
      'methods',
      'gear',
      'records',
      'practice',
    ] as const)
      expect(answersAt(place).length, place).toBeGreaterThanOrEqual(2)
  })
})

test('an answer carries this kitchen’s own figure', () => {
  const fall = answerOf('why-altitude')!
  expect(fillAnswer(fall, kitchen)).toContain(
    'at 2,640 ft, it’s 15 psi with a weight and 12 psi on a dial',
  )
  expect(fillAnswer(fall, { ...kitchen, altitudeFt: unit.feet(5400) })).toContain(
    '13 psi on a dial',
  )
  expect(
    fillAnswer(answerOf('boil-before')!, { ...kitchen, altitudeFt: unit.feet(5400) }),
  ).toContain('16 minutes at 5,400 ft')
})

describe('people find them', () => {
  test.each([
    ['is this cloudiness harmless', 'cloudy'],
    ['cloudy jar', 'cloudy'],
    ['food floats and liquid stands below', 'floats'],
    ['one jar lost liquid', 'too-much-lost'],
    ['how much liquid is too much', 'too-much-lost'],
    ['the weight rattles too fast', 'weight-rhythm'],
    ['lock will not drop', 'lock-up'],
    ['what protects me from a burst', 'burst'],
    ['why not boiling water', 'why-pressure'],
    ['hot food sealed by itself', 'sealed-by-itself'],
    ['may it be vacuum packed', 'vacuum-instead'],
    ['may the jar be used again', 'jar-reuse'],
    ['is the band too rusty', 'rusty-band'],
    ['which spares', 'spares'],
    ['how heavy for the glass top', 'glass-top'],
    ['where is a dial tested', 'where-tested'],
    ['what of a gift', 'gift-jar'],
    ['ten years of undated jars', 'ten-years'],
    ['where to store', 'where-store'],
    ['what goes on the label', 'what-label'],
    ['come to pressure without overshooting', 'ease-heat'],
    ['unripe tomatoes', 'unripe-tomatoes'],
    ['power cut', 'power-cut'],
    ['pressure fell', 'fell'],
    ['presure droped', 'fell'],
    ['gaskett', 'gasket'],
    ['jar broke', 'jar-broke'],
    ['left overnight in the canner', 'overnight'],
    ['reuse lids', 'lid-reuse'],
    ['siphoning', 'siphoning'],
    ['botulism symptoms', 'botulism-signs'],
    ['headspace', 'why-headspace'],
    ['soaking beans', 'dried-beans'],
    ['pumpkin puree', 'squash-puree'],
    ['vinegar in the water', 'vinegar-water'],
    ['frost', 'frost'],
    ['used canner', 'used-canner'],
    ['altitude', 'why-altitude'],
    ['electric pressure cooker', 'multi-cooker'],
    ['how many minutes to boil before tasting', 'boil-before'],
    ['unsealed jar', 'not-sealed'],
    ['freezing cellar broke jars', 'frozen-jar'],
    ['opened jar fridge', 'opened'],
    ['overpressure plug', 'overpressure-plug'],
    ['share a load', 'share-load'],
    ['forgot the lemon juice', 'tomato-acid'],
  ])('%s → %s', (question, id) => {
    expect(findAnswers(question, 3).map((a) => a.id)).toContain(id)
  })
  test.each(['xyzzy', 'the and of', '', 'invoice template'])('%s has none', (q) => {
    expect(findAnswers(q)).toEqual([])
  })
  test('words that are no food get no food’s answer', () => {
    for (const word of [
      'vent',
      'gasket',
      'boiling water',
      'lid',
      'rust',
      'pressure',
      'headspace',
    ]) {
      expect(searchFoods(word), word).toEqual([])
      expect(findFood(word), word).toEqual({ kind: 'unknown', nearest: [] })
    }
  })
})

const canner = {
  id: 'c1',
  name: 'Tall canner',
  regulatedBy: 'weighted',
  blocks: [],
  retired: false,
  capacity: { quart: 7, pintAndHalf: 7, pint: 16, halfPint: 24 },
  minimum: { quart: 2, pint: 4 },
  stageMinutes: {
    fillMinPerJar: 1,
    fillMinFixed: 5,
    heatMin: 20,
    ventMin: 10,
    climbMin: 10,
    coolMin: 40,
    restMin: 10,
    unloadMin: 5,
  },
} as const
const computing = {
  altitudeFt: unit.feet(2640),
  units: 'us',
  settings: {
    restMinutes: unit.minutes(10),
    defaultPack: 'hot',
    mealsPerWeek: 5,
    clockHours: 12,
    extraMinutes: 0,
    foodMinutes: {},
    tomatoOption: 'standard',
  },
  canners: [canner],
} as unknown as ComputingKitchen

describe('worked out', () => {
  test('two foods share a load for the longer time of the table', () => {
    // Quarts at 15 psi here: snap beans 25 minutes, carrots 30.
    expect(computeAnswer('May snap beans and carrots share a load?', computing)?.say).toMatch(
      /^Yes: 30 minutes, the longer of 25 and 30, in quarts\. In .*: 15 psi\./,
    )
    // Each canner by its own gauge, and as its own dial reads.
    const tall = { ...computing.canners[0]!, name: 'Tall one', regulatedBy: 'dial', lastTest: { testedOn: '2026-05-01', errorPsi: 1 } } as const // prettier-ignore
    const both = { ...computing, canners: [...computing.canners, tall] }
    expect(computeAnswer('may snap beans and carrots share a load', both)?.say).toMatch(
      /: 15 psi\. In Tall one: 13 psi on your dial: it reads 1 high\./,
    )
    expect(computeAnswer('can I put corn with beets in one canner', computing)?.say).toMatch(
      /^Yes: 85 minutes/,
    )
  })
  test('a household that lengthens its times gets the longer ones', () => {
    const longer = { ...computing, settings: { ...computing.settings, extraMinutes: 5 } }
    expect(computeAnswer('beans snap and carrots together', longer)?.say).toContain('35 minutes')
  })
  test('no pressure, no load; no food, no answer', () => {
    const high = { ...computing, altitudeFt: unit.feet(12000) }
    expect(computeAnswer('may snap beans and carrots share a load', high)?.say).toMatch(/^No/)
    expect(computeAnswer('may cats and dogs share a load', computing)).toBeUndefined()
    expect(computeAnswer('may snap beans and cabbage share a load', computing)).toBeUndefined()
  })
  test('when to begin is the end less every stage', () => {
    // 7 quarts of carrots: fill 12, heat 20, vent 10, climb 10, process 30, cool 40, rest 10, out 5 = 137, and the hands.
    const got = computeAnswer('when must we begin to be done by ten with carrots?', computing)!
    expect(got.ask).toBe('When must we begin to be done by 10:00 pm?')
    const [, hour, minute] = /about (\d+):(\d\d) pm/.exec(got.say)!
    const begin = 720 + Number(hour) * 60 + Number(minute)
    expect(22 * 60 - begin).toBeGreaterThan(137)
    expect(22 * 60 - begin).toBeLessThan(137 + 7 * 30)
    expect(got.say).toContain('30 minutes of it process')
    expect(computeAnswer('begin when to be done by 22:00', computing)?.say).toContain('snap beans')
  })
  test('which canner counts jars and loads', () => {
    // Ten at the table: 2 quarts a meal, 5 meals, 40 weeks = 400 quarts, 58 loads of 7.
    const got = computeAnswer('which canner for ten people?', computing)!
    expect(got.say).toContain('400 quarts a year')
    expect(got.say).toContain('7 a load, 58 loads')
    expect(computeAnswer('which canner for a house of two', computing)?.ask).toContain('for 2 at')
  })
  test('other questions are not worked out', () => {
    for (const q of ['why vent', 'which jars for ten', 'beans', ''])
      expect(computeAnswer(q, computing), q).toBeUndefined()
  })
})
