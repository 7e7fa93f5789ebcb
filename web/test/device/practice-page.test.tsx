// @vitest-environment jsdom
// The practice canner as a page: knob, speeds, the panel beside it, the look back.
import 'fake-indexeddb/auto'
import { LESSONS, psiToKpa, startCanner, stepCanner, type Lesson } from '@kelvit/core'
import { act, fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import { waitingToSend } from '../../src/sync/outbox'
import { Drawing } from '../../src/station/practice/drawing'
import { Knob } from '../../src/station/practice/knob'
import { Page } from '../../src/station/practice/page'
import { household } from '../kit'
import { show, stage } from '../show'

stage()
const lesson = (id: string): Lesson => LESSONS.find((l) => l.id === id)!
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }))
}

describe('the knob', () => {
  const turned: number[] = []
  const open = (value: number): HTMLElement => {
    turned.length = 0
    show(<Knob value={value} onChange={(v) => turned.push(v)} />)
    return screen.getByRole('slider', { name: 'Heat' })
  }
  test('goes by keys, a hair at a time, and never past its stops', () => {
    const knob = open(0.5)
    for (const key of [
      'ArrowUp',
      'ArrowRight',
      'ArrowDown',
      'PageUp',
      'PageDown',
      'Home',
      'End',
      'x',
    ])
      fireEvent.keyDown(knob, { key })
    expect(turned.map((t) => Math.round(t * 100))).toEqual([52, 52, 48, 60, 40, 0, 100])
  })
  test('stays at its stops', () => {
    const full = open(1)
    fireEvent.keyDown(full, { key: 'ArrowUp' })
    expect(turned).toEqual([1])
  })
  test('goes by the wheel', () => {
    const knob = open(0.5)
    fireEvent.wheel(knob, { deltaY: -100 })
    fireEvent.wheel(knob, { deltaY: 100 })
    expect(turned).toEqual([0.52, 0.48])
  })
  test('is dragged round, and does not jump from full to off', () => {
    const knob = open(0.9)
    knob.getBoundingClientRect = () => ({ left: 0, top: 0, width: 100, height: 100 }) as DOMRect
    const at = (clientX: number, clientY: number) =>
      fireEvent(
        knob,
        Object.assign(
          new MouseEvent('pointermove', { bubbles: true, buttons: 1, clientX, clientY }),
          {},
        ),
      )
    at(50, 0)
    expect(turned.at(-1)).toBeCloseTo(0.5, 6)
    at(100, 50)
    expect(turned.at(-1)).toBeCloseTo((90 + 135) / 270, 6)
    const before = turned.length
    at(20, 90)
    expect(turned).toHaveLength(before)
  })
  test('says its heat to those who do not see it', () => {
    expect(open(0).getAttribute('aria-valuetext')).toBe('off')
  })
})

describe('the drawing', () => {
  const seen = (id: string, minutes: number, weightOn: boolean): string => {
    const l = lesson(id)
    const s = stepCanner(startCanner(l.options), { heat: 1, weightOn }, minutes * 60)
    const { container } = show(<Drawing s={s} lesson={l} weightOn={weightOn} lidOff={false} />)
    return container.querySelector('svg')?.getAttribute('aria-label') ?? ''
  }
  test('tells what a cook sees', () => {
    expect(seen('first-load', 0, false)).toMatch(
      /dial shows 0\.0 psi, no steam, weight off, lock down, 7 jars/,
    )
  })
  test('a metric house has a dial in kilopascals, as its keys are', () => {
    const l = lesson('first-load')
    const s = stepCanner(startCanner(l.options), { heat: 1, weightOn: true }, 30 * 60)
    const house = { ...household, units: 'metric' as const }
    const drawn = <Drawing s={s} lesson={l} weightOn lidOff={false} />
    const { container } = show(drawn, { house })
    const told = container.querySelector('svg')?.getAttribute('aria-label') ?? ''
    expect(told).toContain(`the dial shows ${Math.round(psiToKpa(s.dialPsi))} kPa`)
    expect(s.dialPsi).toBeGreaterThan(5)
    const figures = [...container.querySelectorAll('svg text')].map((t) => t.textContent)
    expect(figures).toEqual(expect.arrayContaining(['0', '40', '80', '120']))
    // The needle points where its figure is printed: 270° would be a whole face.
    const needle = container.querySelector('g[transform^="rotate"]')?.getAttribute('transform')
    const degrees = Number(/rotate\(([-\d.]+)\)/.exec(needle ?? '')?.[1])
    expect((degrees + 130) / 260).toBeCloseTo(psiToKpa(s.dialPsi) / 140, 2)
  })
  test('a steady plume when the air is out', () => {
    expect(seen('first-load', 14, false)).toMatch(/a steady plume of steam/)
  })
  test('a weight that rocks; no dial where there is none', () => {
    const told = seen('by-ear', 40, true)
    expect(told).toMatch(/weight rocking, lock up/)
    expect(told).not.toMatch(/dial/)
  })
  test('a lid off its marks leaks and builds nothing', () => {
    expect(seen('lid-off-marks', 25, true)).toMatch(/dial shows 0\.\d psi/)
  })
})

describe('the page', () => {
  const open = (id?: string) => {
    vi.useFakeTimers()
    return show(<Page />, { at: id ? `/practice?lesson=${id}` : '/practice' })
  }
  const pass = (ms: number): void => act(() => void vi.advanceTimersByTime(ms))
  const panel = () => within(screen.getByRole('region', { name: /^Practice canner/ }))

  test('lists every lesson, and opens one by its address', () => {
    open()
    expect(screen.getAllByRole('button', { name: /^Practice: / })).toHaveLength(LESSONS.length)
    fireEvent.click(screen.getAllByRole('button', { name: /^Practice: / })[1]!)
    expect(screen.getByRole('heading', { name: 'Seven quarts' })).toBeTruthy()
    press('All lessons')
    expect(screen.getAllByRole('button', { name: /^Practice: / })).toHaveLength(LESSONS.length)
  })
  test('says that nothing is recorded, and sends nothing', () => {
    open('first-load')
    expect(screen.getByText(/Nothing here is recorded/)).toBeTruthy()
    press('Start this load')
    press('Filling begins')
    press('Lid locked, heat on')
    expect(panel().getByText(/Heat on high, weight off/)).toBeTruthy()
    expect(panel().queryByRole('link', { name: 'Record of this load' })).toBeNull()
    expect(waitingToSend()).toEqual([])
  })
  test('water alone needs no jars to lock the lid', () => {
    open('water-only')
    press('Start this load')
    press('Filling begins')
    press('Lid locked, heat on')
    expect(panel().getByText(/Heat on high/)).toBeTruthy()
  })
  test('its clock stands still while it is paused and runs as fast as was chosen', () => {
    open('first-load')
    press('Pause')
    pass(5000)
    expect(screen.getByText('00:00')).toBeTruthy()
    press('60×')
    pass(2000)
    expect(screen.getByText(/^0[12]:\d\d$/)).toBeTruthy()
  })
  test('weight and lid are moved by hand, and told apart from what is said', () => {
    open('first-load')
    press('Put weight on')
    expect(screen.getByRole('button', { name: 'Take weight off' })).toBeTruthy()
    press('Take lid off')
    expect(screen.getByRole('button', { name: 'Put lid on' })).toBeTruthy()
    expect(panel().getByText('Ready when you are.')).toBeTruthy()
  })
  test('the phone takes the stove out of sight until somebody hangs up', () => {
    open('phone')
    press('120×')
    pass(20_000)
    expect(
      within(screen.getByRole('region', { name: 'The phone' })).getByRole('heading', {
        name: 'The phone rings',
      }),
    ).toBeTruthy()
    expect(screen.queryByRole('region', { name: /^Practice canner/ })).toBeNull()
    press('Answer it')
    expect(screen.getByText('You are on the phone')).toBeTruthy()
    press('Hang up and go back')
    expect(screen.getByRole('region', { name: /^Practice canner/ })).toBeTruthy()
  })
  test('ends with a look back, and begins anew', () => {
    open('first-load')
    press('120×')
    pass(3000)
    press('End and review')
    expect(screen.getByRole('heading', { name: 'Seven quarts: pressure over time' })).toBeTruthy()
    expect(screen.getByText('The weight never went on.')).toBeTruthy()
    expect(screen.getByText(/no food was processed/)).toBeTruthy()
    press('Try again')
    expect(screen.getByText('00:00')).toBeTruthy()
  })
})
