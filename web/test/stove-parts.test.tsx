// @vitest-environment jsdom
import * as unit from '@kelvit/core'
import 'fake-indexeddb/auto'
import type { CannerRead, Jar, LoadWithEvents, NewLoadEvent } from '@kelvit/contract'
import { cleanup, fireEvent, screen, within } from '@testing-library/react'
import type { JarSign } from '@kelvit/core'
import type { ReactNode } from 'react'
import { describe, expect, test, vi } from 'vitest'
import { HeatRow } from '../src/load/heat-row'
import { FillForm } from '../src/load/fill-form'
import { LoadPanel } from '../src/load/load-panel'
import { viewLoad } from '../src/load/load-view'
import { PracticeVoice } from '../src/load/use-stove'
import { Standing } from '../src/station/stove/standing'
import { SetAside } from '../src/station/pantry/set-aside'
import { canner, household, jar, load, lot } from './kit'
import { show as showPart, stage } from './show'

const HOUR = 3_600_000
const START = Date.parse('2026-08-14T17:00:00Z')
stage()

const show = (part: ReactNode, loads: readonly LoadWithEvents[] = []): void =>
  void showPart(part, {
    lists: {
      loads,
      shelves: [{ id: 's1', name: 'Cellar, top', position: 1, version: 1 }],
      canners: [canner()],
      lots: [lot({ id: 'l1', lb: unit.pounds(45) })],
      yields: [],
    },
  })

const events = (...list: readonly (readonly [number, string])[]) =>
  list.map(([minute, kind], i) => ({
    id: `0000000${i}`,
    loadId: 'd1',
    at: new Date(START + minute * 60_000).toISOString(),
    kind: kind as NewLoadEvent['kind'],
    by: 'Wren',
    psi: null,
    text: null,
    eventId: null,
    happenedAt: null,
    heardAt: null,
    source: null,
    doubtIds: null,
    seen: null,
  }))

const STOOD = events(
  [0, 'started'],
  [1, 'filling-began'],
  [2, 'locked'],
  [20, 'steam-steady'],
  [30, 'weight-on'],
  [38, 'at-pressure'],
  [50, 'still-rocking'],
  [63, 'still-rocking'],
  [63, 'heat-off'],
  [97, 'pressure-zero'],
  [98, 'lock-dropped'],
  [99, 'weight-off'],
  [110, 'opened'],
  [116, 'unloaded'],
)
const OUT = START + 116 * 60_000
const weighted = { ...load().setup, regulatedBy: 'weighted' as const, psi: unit.psi(15) }

describe('the seal check', () => {
  const open = (hours: number): void => {
    const stood = load({
      setup: weighted,
      stage: 'standing',
      events: STOOD,
      portions: [{ ...load().portions[0]!, filled: 3 }],
    })
    show(<Standing view={viewLoad(stood, [canner()], household, OUT + hours * HOUR)} />, [stood])
    fireEvent.click(screen.getByRole('button', { name: 'Check the seals' }))
  }
  const tap = (n: number, times: number): void => {
    for (let i = 0; i < times; i++)
      fireEvent.click(screen.getByRole('button', { name: new RegExp(`^Jar ${n}:`) }))
  }
  const shelve = () => screen.getByRole<HTMLButtonElement>('button', { name: /^(Shelve|Save)/ })

  test('no jar counts as sealed until a person says so', () => {
    open(13)
    expect(screen.getAllByRole('button', { name: /not pressed yet/ })).toHaveLength(3)
    expect(shelve().disabled).toBe(true)
    tap(1, 1)
    tap(2, 1)
    expect(shelve().disabled).toBe(true)
    expect(screen.getByText('1 jar', { exact: false })).toBeTruthy()
    tap(3, 1)
    expect(shelve().disabled).toBe(false)
    expect(shelve().textContent).toBe('Shelve 3 jars')
  })
  test('a tap goes through the outcomes, and “all sealed” is one deliberate press that keeps what was said', () => {
    open(13)
    tap(1, 1)
    expect(screen.getByRole('button', { name: 'Jar 1: sealed' })).toBeTruthy()
    tap(1, 1)
    expect(screen.getByRole('button', { name: 'Jar 1: sealed, some liquid lost' })).toBeTruthy()
    tap(1, 1)
    expect(
      screen.getByRole('button', { name: 'Jar 1: sealed, half its liquid or more lost' }),
    ).toBeTruthy()
    tap(1, 1)
    fireEvent.click(screen.getByRole('button', { name: 'The others are sealed' }))
    expect(screen.getByRole('button', { name: 'Jar 1: not sealed' })).toBeTruthy()
    expect(shelve().textContent).toBe('Shelve 2 jars')
    tap(1, 2)
    expect(screen.getByRole('button', { name: 'Jar 1: sealed' })).toBeTruthy()
  })
  test('what becomes of a jar that did not seal depends on the hours', () => {
    open(20)
    tap(1, 4)
    expect(screen.getByRole('note').textContent).toMatch(/Within 24 hours.*process again/)
    cleanup()
    open(25)
    tap(1, 4)
    expect(screen.getByRole('note').textContent).toMatch(/Discard it unopened/)
    tap(2, 3)
    expect(screen.getAllByRole('note')[1]?.textContent).toMatch(/Don’t shelve it/)
  })
})

describe('an early word about a jar', () => {
  const portionId = load().portions[0]!.id
  const stood = (...signs: readonly JarSign[]) =>
    load({
      setup: weighted,
      stage: 'standing',
      events: [
        ...STOOD,
        ...signs.map((sign, i) => ({
          ...{ ...STOOD[0]!, id: `s${i}`, kind: 'jar-seen' as const },
          at: new Date(OUT + i * 60_000).toISOString(),
          seen: { portionId, sign, cause: i === 0 ? 'too full' : null },
        })),
      ],
      portions: [{ ...load().portions[0]!, filled: 4 }],
    })
  const board = (hours: number, ...signs: readonly JarSign[]): readonly unknown[] => {
    const told: unknown[] = []
    const l = stood(...signs)
    const view = viewLoad(l, [canner()], household, OUT + hours * HOUR)
    show(
      <PracticeVoice.Provider value={(event) => void told.push(event)}>
        <Standing view={view} />
      </PracticeVoice.Provider>,
      [l],
    )
    return told
  }
  test('a jar is tapped, the sign is one tap, why another; it says what to do now', async () => {
    const told = board(1)
    fireEvent.click(screen.getByRole('button', { name: 'Jar 3: nothing seen' }))
    const sheet = within(await screen.findByRole('dialog'))
    expect(sheet.getByText(/It never goes on the shelf/, { selector: 'li:nth-child(2) span' })).toBeTruthy() // prettier-ignore
    fireEvent.click(sheet.getByRole('button', { name: /The lid is up/ }))
    expect(sheet.getByText(/Put it in the fridge once it’s cool/)).toBeTruthy()
    fireEvent.click(sheet.getByRole('button', { name: 'rim nicked' }))
    expect(told).toEqual([
      { kind: 'jar-seen', seen: { portionId, sign: 'lid-up', cause: 'rim nicked' } },
    ])
  })
  test('of a load that is held no jar is food, whatever is seen of it', async () => {
    // The heat went off long before the time was over.
    const short = STOOD.filter((e) => e.kind !== 'still-rocking').map((e) =>
      e.kind === 'heat-off' ? { ...e, at: new Date(START + 45 * 60_000).toISOString() } : e,
    )
    const l = load({ setup: weighted, stage: 'standing', events: short })
    show(<Standing view={viewLoad(l, [canner()], household, OUT + HOUR)} />, [l])
    fireEvent.click(screen.getByRole('button', { name: 'Jar 1: nothing seen' }))
    const sheet = within(await screen.findByRole('dialog'))
    expect(sheet.getAllByText(/^This load is held\. Don’t eat this jar/)).toHaveLength(5)
    expect(sheet.queryByText(/eat it within days/)).toBeNull()
  })
  test('one that is eaten tonight needs no reason', async () => {
    const told = board(1)
    fireEvent.click(screen.getByRole('button', { name: 'Jar 1: nothing seen' }))
    fireEvent.click(within(await screen.findByRole('dialog')).getByRole('button', { name: /tonight/ })) // prettier-ignore
    expect(told).toEqual([{ kind: 'jar-seen', seen: { portionId, sign: 'eaten', cause: null } }])
  })
  test('at the check what went away counts as it was seen, what only spouted is pressed like any other', () => {
    const told = board(13, 'spouted', 'lid-up', 'eaten')
    fireEvent.click(screen.getByRole('button', { name: 'Check the seals' }))
    const names = () => screen.getAllByRole('button', { name: /^Jar \d:/ }).map((b) => b.getAttribute('aria-label')) // prettier-ignore
    expect(names()).toEqual([
      'Jar 1: not pressed yet',
      'Jar 2: not sealed, noted before',
      'Jar 3: eaten',
      'Jar 4: not pressed yet',
    ])
    expect(screen.queryByRole('note')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'I pressed every lid: all sealed' }))
    expect(names()[0]).toBe('Jar 1: sealed, some liquid lost')
    // Why the first one spouted was said last night already; the shelf is told of two jars.
    const why = screen.getByLabelText('Jar 1: do you know why?') as HTMLSelectElement
    expect(why.value).toBe('too full')
    fireEvent.click(screen.getByRole('button', { name: 'Shelve 2 jars' }))
    expect(told).toEqual([
      {
        kind: 'seals-checked',
        shelfId: 's1',
        seals: [
          { portionId, outcome: 'sealed-low-liquid', jars: 1, cause: 'too full' },
          { portionId, outcome: 'unsealed', jars: 1, cause: null, seenId: 's1' },
          { portionId, outcome: 'sealed', jars: 1, cause: null, seenId: 's2' },
          { portionId, outcome: 'sealed', jars: 1, cause: null },
        ],
      },
    ])
  })
  test('a jar that two people noted twice is put right at the check: it is pressed like the others', () => {
    const told = board(13, 'lid-up', 'lid-up')
    fireEvent.click(screen.getByRole('button', { name: 'Check the seals' }))
    const second = () => screen.getByRole('button', { name: /^Jar 2:/ })
    fireEvent.click(second())
    expect(second().getAttribute('aria-label')).toBe('Jar 2: sealed')
    fireEvent.click(screen.getByRole('button', { name: 'The others are sealed' }))
    fireEvent.click(screen.getByRole('button', { name: 'Shelve 3 jars' }))
    expect((told[0] as { seals: unknown }).seals).toEqual([
      { portionId, outcome: 'unsealed', jars: 1, cause: 'too full', seenId: 's0' },
      { portionId, outcome: 'sealed', jars: 3, cause: null },
    ])
    cleanup()
    board(13, 'lid-up')
    fireEvent.click(screen.getByRole('button', { name: 'Check the seals' }))
    for (let i = 0; i < 6; i++) fireEvent.click(screen.getByRole('button', { name: /^Jar 1:/ }))
    expect(screen.getByRole('button', { name: 'Jar 1: not sealed, noted before' })).toBeTruthy()
  })
  test('jars that failed alike for one reason are sent together', () => {
    const told = board(13)
    fireEvent.click(screen.getByRole('button', { name: 'Check the seals' }))
    for (const n of [1, 2, 3])
      for (let i = 0; i < 4; i++)
        fireEvent.click(screen.getByRole('button', { name: new RegExp(`^Jar ${n}:`) }))
    fireEvent.click(screen.getByRole('button', { name: /^Jar 4:/ }))
    for (const n of [1, 2])
      fireEvent.change(screen.getByLabelText(`Jar ${n}: do you know why?`), {
        target: { value: 'the lid' },
      })
    expect(screen.queryByLabelText('Jar 4: do you know why?')).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Shelve 1 jar' }))
    expect((told[0] as { seals: unknown }).seals).toEqual([
      { portionId, outcome: 'unsealed', jars: 2, cause: 'the lid' },
      { portionId, outcome: 'unsealed', jars: 1, cause: null },
      { portionId, outcome: 'sealed', jars: 1, cause: null },
    ])
  })
})

describe('the heat', () => {
  const climbing = (heats: readonly string[] = []) =>
    load({
      setup: weighted,
      stage: 'climbing',
      events: [
        ...STOOD.slice(0, 5),
        ...heats.map((text, i) => ({
          ...{ ...STOOD[5]!, id: `h${i}`, kind: 'heat-set' as const, text },
          at: new Date(START + (31 + i) * 60_000).toISOString(),
        })),
      ],
      portions: [{ ...load().portions[0]!, jars: 7, filled: 7 }],
    })
  const at = START + 35 * 60_000
  const draw = (l: LoadWithEvents, c: CannerRead = canner()): void =>
    show(<LoadPanel view={viewLoad(l, [c], household, at)} />, [l])
  test('the first time the usual settings are there, and it asks where the knob is', () => {
    draw(climbing())
    const heat = within(screen.getByRole('group', { name: 'Heat' }))
    expect(heat.getByText('Where is the knob? Note it for next time.')).toBeTruthy()
    expect(heat.getAllByRole('button').map((b) => b.textContent)).toEqual(['high', 'medium', 'low', 'Other heat']) // prettier-ignore
  })
  test('what held the last time is said and one tap away; what is set now is marked', () => {
    const memory = { at: 1, jars: 7, climb: 'high', eased: { setting: '5', psi: unit.psi(9) }, held: '3½' } // prettier-ignore
    const c = canner()
    draw(climbing(['max']), { ...c, learned: { ...c.learned, heats: [memory] } })
    const heat = within(screen.getByRole('group', { name: 'Heat' }))
    expect(heat.getByText('Last time, with 7 jars: high to 9 psi, then 5. Held at 3½.')).toBeTruthy() // prettier-ignore
    expect(heat.getAllByRole('button').map((b) => b.textContent)).toEqual(['max', 'high', '5', '3½', 'medium', 'low', 'Other heat']) // prettier-ignore
    expect(heat.getByRole('button', { name: 'max' }).getAttribute('aria-pressed')).toBe('true')
  })
  test('another one is typed; blanks are none', () => {
    const say = vi.fn()
    const stove = { say, may: true, mayLookInto: true, me: 'Wren' }
    const view = viewLoad(climbing(), [canner()], household, at)
    show(<HeatRow view={view} stove={stove} />)
    const heat = within(screen.getByRole('group', { name: 'Heat' }))
    fireEvent.click(heat.getByRole('button', { name: 'Other heat' }))
    const note = heat.getByRole('button', { name: 'Note heat' })
    expect(note.hasAttribute('disabled')).toBe(true)
    fireEvent.change(heat.getByLabelText('Where the knob stands'), { target: { value: '  ' } })
    expect(note.hasAttribute('disabled')).toBe(true)
    fireEvent.change(heat.getByLabelText('Where the knob stands'), { target: { value: ' 3¼ ' } })
    fireEvent.click(note)
    expect(say.mock.calls).toEqual([[{ kind: 'heat-set', text: '3¼' }, 'Heat at 3¼ noted.']])
    expect(heat.queryByLabelText('Where the knob stands')).toBeNull()
  })
  test('it is not asked before the lid is on, nor when the heat is off', () => {
    const done = load({ setup: weighted, stage: 'cooling', events: STOOD.slice(0, 9) })
    draw(done)
    expect(screen.queryByRole('group', { name: 'Heat' })).toBeNull()
  })
})

describe('filling', () => {
  const say = vi.fn()
  const open = (
    others: readonly LoadWithEvents[] = [],
    gear: CannerRead = canner(),
  ): HTMLButtonElement => {
    say.mockClear()
    const filling = load({ setup: weighted, stage: 'filling', events: STOOD.slice(0, 2) })
    const view = viewLoad(filling, [gear], household, START + 5 * 60_000)
    show(<FillForm view={view} stove={{ say, may: true, mayLookInto: true, me: 'Wren' }} />, [
      filling,
      ...others,
    ])
    return screen.getByRole<HTMLButtonElement>('button', { name: 'Lid locked, heat on' })
  }
  const count = (n: number): void => {
    fireEvent.change(screen.getByLabelText('Jars that went in'), { target: { value: String(n) } })
  }
  test('the lid is locked with what went in', () => {
    const lock = open()
    count(6)
    fireEvent.click(lock)
    expect(say).toHaveBeenCalledWith(
      { kind: 'locked', filled: [{ portionId: 'p1', jars: 6, lotFinished: false }] },
      expect.any(String),
    )
  })
  test('more than it takes, fewer than its minimum: said, and not locked', () => {
    const lock = open()
    for (const [n, words] of [
      [8, /two loads/],
      [1, /at least 2 quarts/],
      [0, /at least/],
    ] as const) {
      count(n)
      expect(screen.getByRole('alert').textContent).toMatch(words)
      expect(lock.disabled).toBe(true)
    }
    count(7)
    expect(screen.queryByRole('alert')).toBeNull()
    expect(lock.disabled).toBe(false)
  })
  test('a lot that made hardly what it weighed is asked about before it is learned from', () => {
    open()
    fireEvent.click(screen.getByLabelText('That’s the whole lot'))
    expect(screen.getByText(/^45 lb in 7 quarts is far from what’s usual/)).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Open the lot' })).toBeTruthy()
    fireEvent.click(screen.getByLabelText('That’s the whole lot'))
    expect(screen.queryByText(/far from what’s usual/)).toBeNull()
  })
  test('a canner that still holds a load is unloaded first; another canner’s load is no matter', () => {
    expect(open([load({ id: 'd2', code: 'WXYZ', stage: 'cooling' })]).disabled).toBe(true)
    expect(screen.getByRole('alert').textContent).toMatch(/still has batch WXYZ/)
    cleanup()
    expect(
      open([
        load({ id: 'd2', stage: 'standing' }),
        load({ id: 'd3', cannerId: 'c2', stage: 'cooling' }),
      ]).disabled,
    ).toBe(false)
  })
})

describe('a planned load', () => {
  const dial = (errorPsi: number): CannerRead =>
    canner({
      gauge: 'dial',
      regulatedBy: 'dial',
      lastTest: { testedOn: '2026-08-14', errorPsi: unit.psi(errorPsi) },
    })
  const open = (gear: CannerRead, at = household): void =>
    show(<LoadPanel view={viewLoad(load(), [gear], at, START)} />)
  test('says what changed since it was planned, and can be started', () => {
    open(dial(1.5))
    const changed = screen.getByRole('region', { name: 'Changed since it was planned' })
    expect(
      within(changed).getByText(
        'Pressure: planned 12 psi; it now runs at 13½ psi on your dial: it reads 1½ high.',
      ),
    ).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Start this load' })).toBeTruthy()
  })
  test('says nothing where nothing changed', () => {
    open(dial(0))
    expect(screen.queryByText('Changed since it was planned')).toBeNull()
  })
  test('in a kitchen above the tables there is no button, but the reason', () => {
    open(dial(0), { ...household, altitudeFt: unit.feet(8500) })
    expect(screen.getByRole('note').textContent).toMatch(/can’t start as it is/)
    expect(screen.queryByRole('button', { name: 'Start this load' })).toBeNull()
  })
})

describe('jars set aside', () => {
  const unsealed = (more: Partial<Jar> = {}): Jar =>
    jar({
      state: 'set-aside',
      seal: 'unsealed',
      outAt: new Date(Date.now() - 13 * HOUR).toISOString(),
      stateAt: new Date().toISOString(),
      ...more,
    })
  const names = (): string[] => screen.queryAllByRole('button').map((b) => b.textContent ?? '')
  test('within 24 hours: fridge, freezer, eaten, thrown away', () => {
    show(<SetAside jars={[unsealed()]} />)
    expect(names()).toEqual([
      'Process 1 jar of snap beans again',
      'In the fridge',
      'In the freezer',
      'Eaten',
      'Thrown away',
    ])
    expect(screen.getByText(/process again with a new lid for the full time/)).toBeTruthy()
  })
  test('after that only thrown away, and said why', () => {
    show(<SetAside jars={[unsealed({ outAt: new Date(Date.now() - 25 * HOUR).toISOString() })]} />)
    expect(names()).toEqual(['Thrown away'])
    expect(screen.getByRole('note').textContent).toMatch(/more than 24 hours/)
  })
  test('one that lost half of its liquid goes into the fridge; jars on the shelf are not asked about', () => {
    show(<SetAside jars={[unsealed({ seal: 'sealed-half-liquid' }), jar({ id: 'j2' })]} />)
    expect(screen.getAllByRole('listitem')).toHaveLength(1)
    expect(names()).toContain('In the fridge')
    cleanup()
    show(<SetAside jars={[jar()]} />)
    expect(screen.queryByRole('region')).toBeNull()
  })
  test('one in the fridge has its days, and after them is thrown away', () => {
    const days = (n: number) => new Date(Date.now() - n * 24 * HOUR).toISOString()
    show(<SetAside jars={[unsealed({ state: 'refrigerated', stateAt: days(0.1) })]} />)
    expect(screen.getByText(/^eat by/)).toBeTruthy()
    // Within 24 hours of coming out it may go in again.
    expect(names()).toEqual(['Process 1 jar of snap beans again', 'Eaten', 'Thrown away'])
    cleanup()
    const long = { state: 'refrigerated', stateAt: days(5), outAt: days(5.5) } as const
    show(<SetAside jars={[unsealed(long)]} />)
    expect(screen.getByText(/longer than its days/)).toBeTruthy()
    expect(names()).toEqual(['Thrown away'])
  })
})
