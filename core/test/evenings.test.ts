// Evenings that went wrong, told as people tell them: what becomes of the jars.
import * as unit from '../src/quantity/units'
import { describe, expect, test } from 'vitest'
import {
  foldLoad,
  holdOf,
  isWorse,
  judgeLoad,
  loadAt,
  type LoadEvent,
  type LoadSetup,
} from '@kelvit/core'
import { dial, fact, GOOD_DIAL, GOOD_WEIGHT, HOUR, log, MIN, weighted } from './kit/loads'

const told = (setup: LoadSetup, events: readonly LoadEvent[]) => {
  const state = foldLoad(setup, events)
  const { verdict, reasons } = judgeLoad(setup, state)
  return {
    state,
    verdict,
    codes: reasons.map((r) => r.code),
    hold: holdOf(setup, state),
  }
}
const on = (setup: LoadSetup, ...lines: readonly string[]) => told(setup, log(...lines))
const until = (lines: readonly string[], minute: number): readonly string[] =>
  lines.filter((l) => Number(l.split(' ')[0]) <= minute)
const without = (lines: readonly string[], ...what: readonly string[]): readonly string[] =>
  lines.filter((l) => !what.some((w) => l.includes(w)))

describe('a good evening', () => {
  test.each([
    ['on a dial', dial, GOOD_DIAL],
    ['on a weight', weighted, GOOD_WEIGHT],
  ] as const)('%s is as tested, and open until the jars come out', (_on, setup, lines) => {
    expect(on(setup, ...lines)).toMatchObject({ verdict: 'as-tested', codes: [], hold: null })
    for (const [i] of lines.entries())
      expect(on(setup, ...lines.slice(0, i)).verdict).toBe(i > 13 ? 'as-tested' : 'open')
  })
  test('with a restart, or a while over, it is longer, and fine', () => {
    const again = [
      ...until(GOOD_DIAL, 57),
      '60 reading 11',
      '62 reading 12',
      '71 reading 12',
      '80 reading 12',
      '87 reading 12',
      ...GOOD_DIAL.slice(9).map((l) => `${Number(l.split(' ')[0]) + 5}${l.slice(l.indexOf(' '))}`),
    ]
    expect(on(dial, ...again)).toMatchObject({
      verdict: 'longer',
      codes: ['restarted'],
      hold: null,
    })
    const over = [...until(GOOD_DIAL, 81), '88 reading 12', '88 heat-off', ...GOOD_DIAL.slice(10)]
    expect(on(dial, ...over)).toMatchObject({ verdict: 'longer', codes: ['over-time'] })
  })
  test('on a canner without a lock nobody waits for one', () => {
    const noLock = { ...dial, lock: false }
    const lines = without(GOOD_DIAL, 'lock-dropped')
    expect(on(noLock, ...lines).verdict).toBe('as-tested')
    expect(on(dial, ...lines)).toMatchObject({ verdict: 'in-doubt', codes: ['zero-unseen'] })
  })
})

describe('the heat', () => {
  test('off early, back on: from zero', () => {
    const off = [...until(GOOD_DIAL, 65), '67 heat-off']
    expect(on(dial, ...off)).toMatchObject({
      verdict: 'not-processed',
      codes: ['process-short'],
      state: { stage: 'cooling' },
    })
    const back = [...off, '69 heat-on']
    expect(on(dial, ...back)).toMatchObject({
      verdict: 'open',
      state: { stage: 'climbing', restarts: 1, lostMs: 10 * MIN },
    })
    const up = [...back, '72 reading 12']
    const { state } = on(dial, ...up)
    expect(loadAt(dial, state, 75 * MIN, 'us').clock).toMatchObject({ leftMs: 22 * MIN })
  })
  test.each(['pressure-zero', 'lock-dropped'])('off early, then %s: vented again', (kind) => {
    const lines = [...until(GOOD_DIAL, 65), '67 heat-off', `80 ${kind}`, '83 heat-on']
    expect(on(dial, ...lines).state).toMatchObject({ stage: 'heating', ventAgain: true })
    const short = [
      ...lines,
      '90 weight-on',
      '95 reading 12',
      '104 reading 12',
      '113 reading 12',
      '120 heat-off',
      ...evening(125),
    ]
    expect(on(dial, ...short)).toMatchObject({
      verdict: 'not-processed',
      codes: expect.arrayContaining(['vent-short']),
    })
    const full = [
      ...lines,
      '86 steam-steady',
      '96 weight-on',
      '100 reading 12',
      '109 reading 12',
      '118 reading 12',
      '125 heat-off',
      ...evening(130),
    ]
    expect(on(dial, ...full)).toMatchObject({ verdict: 'longer' })
  })
  test('off a second early is short, however it is told', () => {
    expect(on(dial, ...until(GOOD_DIAL, 74), '81.99 heat-off').verdict).toBe('not-processed')
    expect(
      on(dial, ...until(GOOD_DIAL, 81), '83 heat-off @81', ...GOOD_DIAL.slice(10)).verdict,
    ).toBe('not-processed')
    expect(
      on(dial, ...until(GOOD_DIAL, 81), '83 heat-off @82', ...GOOD_DIAL.slice(10)).verdict,
    ).toBe('as-tested')
  })
  test('told an hour later from memory: in doubt', () => {
    const lines = [...without(GOOD_DIAL, 'heat-off'), '145 heat-off @82']
    expect(on(dial, ...until(lines, 131)).verdict).toBe('open')
    expect(on(dial, ...lines)).toMatchObject({ verdict: 'in-doubt', codes: ['told-late'] })
  })
  test('never said to be off: what was read on target until then counts, and no more', () => {
    expect(on(dial, ...without(GOOD_DIAL, 'heat-off'))).toMatchObject({ verdict: 'longer' })
    expect(on(dial, ...without(GOOD_DIAL, 'heat-off', '82 reading')).verdict).toBe('not-processed')
  })
  test('never lit: going off before the process says so', () => {
    expect(on(dial, ...until(GOOD_DIAL, 40), '41 heat-off').state).toMatchObject({
      stage: 'cooling',
      questions: [{ sentence: expect.stringContaining('before the process') }],
    })
  })
})

/** From gauge at zero to jars out, beginning at a minute. */
function evening(from: number): readonly string[] {
  return [
    `${from + 30} pressure-zero`,
    `${from + 31} lock-dropped`,
    `${from + 32} weight-off`,
    `${from + 42} opened`,
    `${from + 48} unloaded`,
  ]
}

describe('pressure', () => {
  test('heat off at 10 of 10; then another device tells that it fell at 3 and was back at 4', () => {
    const ten = { ...weighted, minutes: unit.minutes(10) }
    const mine = [
      '0 started',
      '1 filling-began',
      '2 locked',
      '3 steam-steady',
      '13 weight-on',
      '20 at-pressure',
      '30 heat-off',
    ]
    expect(on(ten, ...mine).verdict).toBe('open')
    const theirs = log('23 pressure-fell', '24 at-pressure')
    expect(told(ten, [...log(...mine), ...theirs])).toMatchObject({
      verdict: 'not-processed',
      codes: ['process-short'],
    })
    const out = [...mine, ...evening(30)]
    expect(on(ten, ...out).verdict).toBe('as-tested')
    expect(told(ten, [...log(...out), ...theirs])).toMatchObject({
      verdict: 'not-processed',
      hold: 'not-processed',
    })
    expect(isWorse('as-tested', 'not-processed')).toBe(true)
  })
  test('at zero for 16 minutes and back: vented again', () => {
    const lines = [...until(GOOD_DIAL, 65), '66 pressure-zero', '82 reading 12']
    const { state } = on(dial, ...lines)
    expect(state).toMatchObject({ stage: 'processing', vent: 'short', ventAgain: true })
    expect(loadAt(dial, state, 83 * MIN, 'us').prompts.map((p) => p.kind)).toContain('vent-again')
    expect(
      on(dial, ...lines, '91 reading 12', '100 reading 12', '107 heat-off', ...evening(110))
        .verdict,
    ).toBe('not-processed')
  })
  test('a low reading is never taken back; both stay', () => {
    const events = log(...until(GOOD_DIAL, 65), '67 reading 11', '67.2 reading 12.5')
    const slip = fact('retracted', 67.5 * MIN, { eventId: events.at(-2)?.id ?? '' })
    const { state } = told(dial, [...events, slip])
    expect(state.readings.map((r) => r.psi)).toEqual([12, 12.5, 11, 12.5])
    expect(state).toMatchObject({ stage: 'processing', since: 67.2 * MIN, restarts: 1 })
    expect(state.questions[0]?.sentence).toMatch(/stays in the record/)
  })
  test('remembered later with its minute: the time after it has to be enough', () => {
    expect(on(dial, ...GOOD_DIAL, '300 pressure-fell @60')).toMatchObject({
      verdict: 'not-processed',
    })
    // It was read on target at 65, so the time runs from there: 17 of 25 minutes.
    expect(on(dial, ...GOOD_DIAL, '300 pressure-fell @60').state.lostMs).toBe(3 * MIN)
    expect(on(dial, ...GOOD_DIAL, '300 pressure-fell @100')).toMatchObject({ verdict: 'as-tested' })
  })
  test('remembered later, nobody knows when: in doubt, also when the jars stand on the shelf', () => {
    const days = 3 * 24 * 60
    expect(on(dial, ...GOOD_DIAL, '900 seals-checked', `${days} pressure-fell`)).toMatchObject({
      verdict: 'in-doubt',
      codes: ['fell-unknown'],
      hold: 'in-doubt',
      state: { stage: 'checked' },
    })
  })
  test('zero psi is no look on a weight, and a dial there is a note', () => {
    const lines = [...until(GOOD_WEIGHT, 57), '70 reading 0']
    const { state } = on(weighted, ...lines)
    expect(state).toMatchObject({ stage: 'processing', lastLook: 57 * MIN })
  })
})

describe('nobody watched', () => {
  const alone = [...until(GOOD_DIAL, 57), '78 reading 12', '82 heat-off', ...GOOD_DIAL.slice(10)]
  test('a dial unread for over 20 minutes is asked about; unanswered, the jars are in doubt', () => {
    const asked = on(dial, ...until(alone, 78))
    const prompt = loadAt(dial, asked.state, 79 * MIN, 'us').prompts[0]
    expect(prompt).toMatchObject({ kind: 'watched', eventId: asked.state.gaps[0]?.id })
    expect(prompt?.sentence).toMatch(/21 minutes.*watch/)
    expect(on(dial, ...alone)).toMatchObject({
      verdict: 'in-doubt',
      codes: ['unwatched'],
      hold: 'in-doubt',
    })
    expect(
      on(dial, ...until(GOOD_DIAL, 57), '77 reading 12', '82 heat-off', ...GOOD_DIAL.slice(10))
        .verdict,
    ).toBe('as-tested')
  })
  test('a name answers it, at any time', () => {
    const events = log(...alone)
    const gap = foldLoad(dial, events).gaps[0]?.id ?? ''
    const by = fact('watched', 500 * MIN, { text: 'Wren', eventId: gap })
    expect(told(dial, [...events, by])).toMatchObject({ verdict: 'as-tested', hold: null })
    expect(foldLoad(dial, [...events, by]).gaps[0]?.watchedBy).toBe('Wren')
  })
  test('nobody did: the clock starts again at the look', () => {
    const events = log(...alone)
    const gap = foldLoad(dial, events).gaps[0]?.id ?? ''
    const no = fact('unwatched', 78.1 * MIN, { eventId: gap })
    const running = foldLoad(dial, [...events.filter((e) => e.at <= 78 * MIN), no])
    expect(running).toMatchObject({
      stage: 'processing',
      since: 78 * MIN,
      restarts: 1,
      lostMs: 21 * MIN,
    })
    expect(told(dial, [...events, no]).verdict).toBe('not-processed')
  })
  test('the heat goes off unseen: the same question', () => {
    const blind = [...until(GOOD_DIAL, 57), '82 heat-off', ...GOOD_DIAL.slice(10)]
    const events = log(...blind)
    expect(told(dial, events).verdict).toBe('in-doubt')
    const gap = foldLoad(dial, events).gaps[0]?.id ?? ''
    expect(told(dial, [...events, fact('unwatched', 90 * MIN, { eventId: gap })]).verdict).toBe(
      'not-processed',
    )
  })
  test('a weight is listened to: it is asked for, but not condemned', () => {
    expect(on(weighted, ...without(GOOD_WEIGHT, 'still-rocking')).verdict).toBe('as-tested')
  })
})

describe('steam', () => {
  test('said to be steady ten minutes ago, and the weight on in the same second', () => {
    const lines = [
      ...until(GOOD_DIAL, 20),
      '48 steam-steady @38',
      '48 weight-on',
      ...GOOD_DIAL.slice(5),
    ]
    expect(on(dial, ...until(lines, 48)).state).toMatchObject({ stage: 'climbing', vent: 'short' })
    expect(on(dial, ...lines)).toMatchObject({ verdict: 'not-processed', codes: ['vent-short'] })
  })
  test('faltered: ten minutes again, from when it was steady again', () => {
    const lines = (weightOn: number) => [
      ...until(GOOD_DIAL, 38),
      '44 steam-faltered',
      '46 steam-steady',
      `${weightOn} weight-on`,
      ...GOOD_DIAL.slice(5),
    ]
    expect(on(dial, ...lines(55.9)).verdict).toBe('not-processed')
    expect(on(dial, ...lines(56)).verdict).toBe('as-tested')
  })
  test('told afterwards that it had faltered at 45: the ten minutes were not whole', () => {
    expect(on(dial, ...GOOD_DIAL, '200 steam-faltered @45').verdict).toBe('not-processed')
    expect(on(dial, ...GOOD_DIAL, '200 steam-faltered @30').verdict).toBe('as-tested')
  })
  test('nobody said that the weight went on: the venting is not known', () => {
    expect(on(dial, ...without(GOOD_DIAL, 'weight-on'))).toMatchObject({
      verdict: 'in-doubt',
      codes: ['vent-untold'],
    })
    expect(on(dial, ...without(GOOD_DIAL, 'weight-on', 'steam-steady')).verdict).toBe(
      'not-processed',
    )
  })
  test('weight on too early, taken off, vented again: as tested in the end', () => {
    const lines = [
      ...until(GOOD_DIAL, 38),
      '42 weight-on',
      '43 weight-off',
      '44 steam-steady',
      '54 weight-on',
      ...GOOD_DIAL.slice(5),
    ]
    expect(on(dial, ...lines).verdict).toBe('as-tested')
  })
})

describe('each can be told while it runs, and after the jars are out', () => {
  test.each([
    ['wrong-weight', weighted, 'heating', 'not-processed'],
    ['water-low', weighted, 'cooling', 'not-processed'],
    ['lid-not-locked', weighted, 'heating', 'in-doubt'],
    ['steam-doubtful', weighted, 'heating', 'in-doubt'],
    ['weight-lifted', weighted, 'heating', 'not-processed'],
    ['opened-early', weighted, 'unloading', 'not-processed'],
    ['left-overnight', weighted, 'processing', 'in-doubt'],
    ['jar-broken', weighted, 'processing', 'as-tested'],
    ['seal-lost', weighted, 'processing', 'as-tested'],
    ['wrong-weight', dial, 'processing', 'as-tested'],
  ] as const)('%s', (kind, setup, leads, verdict) => {
    const good = setup === dial ? GOOD_DIAL : GOOD_WEIGHT
    expect(on(setup, ...until(good, 65), `66 ${kind}`).state.stage).toBe(leads)
    if (leads === 'heating' || leads === 'cooling') {
      // Told when the time was nearly over, or over: what ran until then ran wrong.
      const end = ['83 ' + kind, '84 pressure-zero', '85 lock-dropped', '86 opened', '90 unloaded']
      const whole = [...until(good, 81), setup === dial ? '82 reading 12' : '82 still-rocking']
      expect(on(setup, ...whole, ...end).verdict).toBe('not-processed')
    }
    const after = on(setup, ...good, `200 ${kind}`)
    expect(after).toMatchObject({ verdict, state: { stage: 'standing' } })
    const shelved = on(setup, ...good, '900 seals-checked', `9000 ${kind}`)
    expect(shelved).toMatchObject({ verdict, state: { stage: 'checked' } })
    expect(shelved.hold).toBe(verdict === 'as-tested' ? null : verdict)
  })
  test('what was mended by venting and running again does not stay with the jars', () => {
    const lines = [
      ...until(GOOD_WEIGHT, 65),
      '66 wrong-weight',
      '80 steam-steady',
      '90 weight-on',
      '96 at-pressure',
      '110 still-rocking',
      '121 heat-off',
      ...evening(125),
    ]
    expect(on(weighted, ...lines)).toMatchObject({ verdict: 'longer', codes: ['restarted'] })
  })
  test('a weight found to be a step too light is started again; afterwards it condemns', () => {
    const raised = (at: number) =>
      fact('figures-changed', at * MIN, { psi: unit.psi(15), text: 'The altitude was corrected.' })
    expect(told(weighted, [...log(...until(GOOD_WEIGHT, 65)), raised(66)]).state).toMatchObject({
      stage: 'heating',
      ventAgain: true,
    })
    expect(told(weighted, [...log(...GOOD_WEIGHT), raised(200)]).verdict).toBe('not-processed')
    const off = fact('gauge-off', 200 * MIN, { text: 'The dial is off by 3 psi.' })
    expect(told(dial, [...log(...GOOD_DIAL), off])).toMatchObject({
      verdict: 'in-doubt',
      codes: ['gauge-off'],
    })
  })
  test('jars in doubt are free again when somebody has looked into it; condemned ones never', () => {
    const doubtful = log(...GOOD_DIAL, '200 left-overnight')
    const looked = (min: number) =>
      fact('looked-into', min * MIN, { text: 'The extension office says keep.', by: 'Wren' })
    expect(told(dial, [...doubtful, looked(300)])).toMatchObject({
      verdict: 'in-doubt',
      hold: null,
    })
    expect(told(dial, [...doubtful, looked(300), ...log('400 lid-not-locked')]).hold).toBe(
      'in-doubt',
    )
    expect(told(dial, [...log(...GOOD_DIAL, '200 water-low'), looked(300)]).hold).toBe(
      'not-processed',
    )
  })
})

describe('taking the jars out', () => {
  const open = GOOD_DIAL.slice(0, -1)
  test('the lid off before the rest is over: in doubt; before the pressure is gone: not processed', () => {
    const early = (lines: readonly string[]) => on(dial, ...lines, '138 unloaded')
    expect(early([...until(GOOD_DIAL, 122), '131 opened'])).toMatchObject({
      verdict: 'in-doubt',
      codes: ['rest-short'],
    })
    expect(early([...until(GOOD_DIAL, 90), '100 opened'])).toMatchObject({
      verdict: 'not-processed',
      codes: expect.arrayContaining(['opened-early']),
    })
    expect(early([...until(GOOD_DIAL, 90), '100 weight-off', '112 opened'])).toMatchObject({
      verdict: 'in-doubt',
      codes: ['zero-unseen'],
    })
    expect(early([...until(GOOD_DIAL, 65), '70 opened']).verdict).toBe('not-processed')
  })
  test('said ten hours late: the 24 hours run from when they came out, or from the lid', () => {
    const tenHours = 132 + 600
    const now = on(dial, ...open, `${tenHours} unloaded`)
    expect(now.state).toMatchObject({
      outAt: 132 * MIN,
      questions: [{ sentence: expect.stringContaining('When did the jars come out') }],
    })
    const said = on(dial, ...open, `${tenHours} unloaded @140`)
    expect(said).toMatchObject({ verdict: 'as-tested', state: { outAt: 140 * MIN, questions: [] } })
    expect(loadAt(dial, said.state, tenHours * MIN, 'us').reprocessBy).toBe(140 * MIN + 24 * HOUR)
    expect(
      on(dial, ...open, `${tenHours} unloaded`, `${tenHours + 1} unloaded @140`),
    ).toMatchObject({ verdict: 'as-tested', state: { outAt: 140 * MIN } })
  })
  test('left in overnight: in doubt', () => {
    const said = on(dial, ...open, '700 unloaded @700')
    expect(said).toMatchObject({
      verdict: 'in-doubt',
      codes: ['left-overnight'],
      state: { outAt: 700 * MIN },
    })
    expect(on(dial, ...open, '200 unloaded @200').verdict).toBe('as-tested')
  })
  test('lids pressed before 12 hours are taken down, and to be pressed once more', () => {
    expect(on(dial, ...GOOD_DIAL, `${138 + 719} seals-checked`).codes).toEqual(['pressed-early'])
    expect(on(dial, ...GOOD_DIAL, `${138 + 720} seals-checked`).codes).toEqual([])
  })
  test('a stopped load was not processed', () => {
    expect(
      on(dial, ...until(GOOD_DIAL, 65), '66 aborted', '67 reading 12', '200 unloaded'),
    ).toMatchObject({ verdict: 'not-processed', codes: ['stopped'], state: { stage: 'aborted' } })
  })
})

describe('word that comes late', () => {
  const heard = (minute: number, ...lines: readonly string[]): LoadEvent[] =>
    log(...lines).map((e) => ({ ...e, heardAt: Math.max(e.at, minute * MIN) }))
  const mine = (...lines: readonly string[]) => log(...lines).map((e) => ({ ...e, heardAt: e.at }))
  test('never moves a clock that is shown nearer to its end', () => {
    const known = mine(...until(GOOD_DIAL, 48), '62 reading 12')
    const late = heard(70, '57 reading 12')
    const shown = foldLoad(dial, [...known, ...late])
    expect(shown).toMatchObject({ stage: 'processing', since: 62 * MIN })
    expect(foldLoad(dial, [...late, ...known])).toEqual(shown)
  })
  test('and a load that is only good because of it is in doubt', () => {
    const known = mine(...without(GOOD_DIAL, '57 reading', '65 reading'), '65 reading 12')
    expect(told(dial, known).verdict).toBe('not-processed')
    expect(told(dial, [...known, ...heard(90, '57 reading 12')])).toMatchObject({
      verdict: 'in-doubt',
      codes: ['late-word'],
    })
  })
  test('a device that was away for the whole evening is believed: nobody else said otherwise', () => {
    expect(told(dial, heard(200, ...GOOD_DIAL))).toMatchObject({ verdict: 'as-tested' })
  })
})
