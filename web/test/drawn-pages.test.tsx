// @vitest-environment jsdom
// Hours that are painted, jars that are counted by touch, a plan that is bettered step by step.
import { pounds } from '@kelvit/core'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import { CountedJars } from '../src/chart/counted-jars'
import { JarsAhead } from '../src/chart/jars-ahead'
import { LayeredJar } from '../src/chart/layered-jar'
import { PaintedDay } from '../src/station/season/hours/painted-day'
import { Pickings } from '../src/station/today/pickings'
import { lot } from './kit'
import { show, stage } from './show'

stage()

describe('a painted day', () => {
  const day = (opens = '17:00', closes = '21:30') => {
    const paint = vi.fn()
    show(<PaintedDay name="Monday" opens={opens} closes={closes} may paint={paint} />, {})
    return {
      paint,
      slider: (end: string) => screen.getByRole('slider', { name: `Monday, ${end}` }),
    }
  }
  test('moves its ends by the keys, half an hour at a time, also over midnight', () => {
    const { paint, slider } = day('17:00', '23:30')
    fireEvent.keyDown(slider('until'), { key: 'ArrowRight' })
    expect(paint).toHaveBeenLastCalledWith({ opens: '17:00', closes: '24:00' })
    fireEvent.keyDown(slider('from'), { key: 'ArrowLeft' })
    expect(paint).toHaveBeenLastCalledWith({ opens: '16:30', closes: '23:30' })
    fireEvent.keyDown(slider('from'), { key: 'Delete' })
    expect(paint).toHaveBeenLastCalledWith(null)
  })
  test('never ends before it begins, and begins where nobody canned', () => {
    const { paint, slider } = day('17:00', '18:00')
    fireEvent.keyDown(slider('from'), { key: 'ArrowRight' })
    expect(paint).toHaveBeenLastCalledWith({ opens: '17:00', closes: '18:00' })
    const empty = vi.fn()
    show(<PaintedDay name="Friday" opens="" closes="" may paint={empty} />, {})
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Friday, from' }), { key: 'ArrowRight' })
    expect(empty).toHaveBeenLastCalledWith({ opens: '17:00', closes: '21:00' })
  })
  test('is only read by those who may not change it', () => {
    const paint = vi.fn()
    show(<PaintedDay name="Monday" opens="17:00" closes="21:00" may={false} paint={paint} />, {})
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Monday, from' }), { key: 'ArrowLeft' })
    expect(paint).not.toHaveBeenCalled()
  })
})

test('jars are counted by touching the last one that is there, or by the keys', () => {
  const count = vi.fn()
  show(
    <CountedJars
      expected={12}
      counted={undefined}
      size="pint"
      tint="#888"
      name="Beets"
      count={count}
    />,
    {},
  )
  const shelf = screen.getByRole('slider', { name: /Beets/ })
  expect(shelf.getAttribute('aria-valuetext')).toBe('not counted; 12 should be here')
  // Twelve, and three pale ones for those that nobody recorded.
  expect(shelf.children).toHaveLength(15)
  fireEvent.click(shelf.children[9]!)
  expect(count).toHaveBeenLastCalledWith(10)
  fireEvent.click(shelf.children[13]!)
  expect(count).toHaveBeenLastCalledWith(14)
  fireEvent.keyDown(shelf, { key: 'ArrowLeft' })
  expect(count).toHaveBeenLastCalledWith(11)
  fireEvent.keyDown(shelf, { key: 'Home' })
  expect(count).toHaveBeenLastCalledWith(0)
})

test('jars along the weeks: each once, the late ones hatched, the harvest a gate', () => {
  const jars = [
    { eatenOn: '2026-08-21', bestBy: '2026-08-20', late: true },
    { eatenOn: '2026-09-04', bestBy: '2027-08-01', late: false },
    { eatenOn: null, bestBy: '2027-08-01', late: true },
  ]
  show(<JarsAhead jars={jars} today="2026-08-14" tint="rgb(1, 2, 3)" harvest="2027-07-10" label="Beets" />, {}) // prettier-ignore
  const drawn = [...screen.getByRole('img', { name: 'Beets' }).children] as HTMLElement[]
  expect(drawn.filter((e) => e.style.background.includes('rgb(1, 2, 3)'))).toHaveLength(1)
  expect(screen.getByText('harvest')).toBeDefined()
})

describe('are they in?', () => {
  const picking = (id: string, arrivedOn: string) =>
    lot({ id, version: 2, state: 'expected', arrivedOn, plantingId: 'bed', lb: pounds(20) })
  const asked = () => {
    vi.useFakeTimers({ toFake: ['Date'], now: Date.parse('2026-08-14T23:00:00Z') })
    const sent: unknown[] = []
    vi.stubGlobal('fetch', (_: string, init: { body?: string }) => {
      if (init.body) sent.push(JSON.parse(init.body))
      return Promise.resolve(Response.json([], { headers: { 'kelvit-answer': 'yes' } }))
    })
    show(<Pickings />, {
      lists: { lots: [picking('l1', '2026-08-12'), picking('l2', '2026-08-20')] },
    })
    return sent
  }
  test('yes: it came today, and the bed’s later picking is as late as it was', async () => {
    const sent = asked()
    expect(screen.getByText(/expected Wed 12 Aug\. 1 more picking to come/)).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'Yes, all of it' }))
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toEqual({
      lots: [
        { id: 'l1', version: 2, arrivedOn: '2026-08-14', state: 'in-house' },
        { id: 'l2', version: 2, arrivedOn: '2026-08-22', state: 'expected' },
      ],
    })
  })
  test('not yet: so many days from today', async () => {
    const sent = asked()
    fireEvent.click(screen.getByRole('button', { name: '3 days' }))
    await waitFor(() => expect(sent).toHaveLength(1))
    expect(sent[0]).toMatchObject({ lots: [{ id: 'l1', arrivedOn: '2026-08-17' }, { id: 'l2', arrivedOn: '2026-08-25' }] }) // prettier-ignore
  })
})

describe('a mixed jar', () => {
  const solid = (foodId: string, minutes: number) => ({
    ...{ name: foodId, allowed: true, reason: '' },
    layer: { kind: 'solid' as const, foodId, minutes },
  })
  const broth = {
    name: 'broth',
    allowed: true,
    reason: 'Liquid.',
    layer: { kind: 'liquid' as const },
  }
  test('fills as solids are named, and lights the one that sets the time', () => {
    show(<LayeredJar ingredients={[solid('carrots', 30), solid('corn', 85), broth]} solidsPercent={50} minutes={85} />, {}) // prettier-ignore
    const jar = screen.getByRole('img', { name: /carrots, sweet corn and liquid\. Sweet corn set the time: 85 minutes/ }) // prettier-ignore
    expect(jar.querySelectorAll('rect[stroke="var(--brass)"]')).toHaveLength(1)
  })
  test('lights none where the row of the mixture takes longer', () => {
    show(<LayeredJar ingredients={[solid('carrots', 30), broth]} solidsPercent={50} minutes={75} />, {}) // prettier-ignore
    expect(screen.getByRole('img').getAttribute('aria-label')).not.toMatch(/set the time/)
  })
})
