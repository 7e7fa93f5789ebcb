// @vitest-environment jsdom
// From the door to the weigh-in: numbers as people type them, what is asked once, what a correction changes.
import * as unit from '@kelvit/core'
import 'fake-indexeddb/auto'
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { useState } from 'react'
import { Route, Routes } from 'react-router'
import { describe, expect, test, vi } from 'vitest'
import { AltitudeField, altitudeSays, WeightField } from '../src/household/measure-fields'
import { Page as LotPage } from '../src/station/harvest/lot-page'
import { HowHeavy, OurWord } from '../src/station/harvest/told-once'
import { WeighIn } from '../src/station/harvest/weigh-in'
import { NumberField } from '../src/ui/number-field'
import { foodOf } from '@kelvit/core'
import { household, load, lot } from './kit'
import { show, stage } from './show'

stage()

/** What was sent, path and body, in order. */
function sent(): { path: string; body: unknown }[] {
  const all: { path: string; body: unknown }[] = []
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method && init.method !== 'GET')
      all.push({ path, body: JSON.parse(String(init.body ?? 'null')) })
    return new Promise(() => undefined)
  })
  return all
}

describe('a field for a number', () => {
  function Try(props: Partial<Parameters<typeof NumberField>[0]>) {
    const [value, setValue] = useState<number | null>(null)
    return (
      <>
        <NumberField label="Pounds" value={value} onValue={setValue} {...props} />
        <output>{value === null ? 'none' : value}</output>
      </>
    )
  }
  const type = (text: string): HTMLInputElement => {
    const box = screen.getByLabelText<HTMLInputElement>('Pounds')
    fireEvent.change(box, { target: { value: text } })
    return box
  }
  test('takes a comma, and what is typed stands as it was typed', () => {
    show(<Try />)
    const box = type('1,5')
    expect(screen.getByRole('status').textContent).toBe('1.5')
    expect(box.value).toBe('1,5')
    type('1,50')
    expect(box.value).toBe('1,50')
  })
  test('what is no number is said when the field is left, and keeps the form back', () => {
    show(<Try />)
    const box = type('a few')
    expect(screen.getByRole('status').textContent).toBe('none')
    expect(box.validationMessage).toMatch(/Write a number/)
    expect(screen.queryByText(/Write a number/)).toBeNull()
    fireEvent.blur(box)
    expect(screen.getByText(/Write a number/)).toBeTruthy()
  })
  test('what lies outside is no value', () => {
    show(<Try min={1} max={10} whole />)
    fireEvent.blur(type('12'))
    expect(screen.getByRole('status').textContent).toBe('none')
    expect(screen.getByText('From 1 to 10.')).toBeTruthy()
    type('7')
    expect(screen.getByRole('status').textContent).toBe('7')
    expect(screen.queryByText('From 1 to 10.')).toBeNull()
  })
  test('a number from elsewhere is shown; clearing the box is no number and stays cleared', () => {
    function Reset() {
      const [value, setValue] = useState<number | null>(7)
      return (
        <>
          <NumberField label="Pounds" value={value} onValue={setValue} />
          <button onClick={() => setValue(12)}>twelve</button>
        </>
      )
    }
    show(<Reset />)
    const box = type('')
    expect(box.value).toBe('')
    fireEvent.click(screen.getByRole('button', { name: 'twelve' }))
    expect(box.value).toBe('12')
  })
  test('a metric house types kilograms, and pounds are kept', () => {
    const metric = { ...household, units: 'metric' } as const
    function Weigh() {
      const [lb, setLb] = useState<number | null>(10)
      return (
        <>
          <WeightField label="Amount" value={lb} onValue={setLb} />
          <output>{lb?.toFixed(4)}</output>
        </>
      )
    }
    show(<Weigh />, { house: metric })
    const box = screen.getByLabelText<HTMLInputElement>('Amount, kg')
    expect(box.value).toBe('4.536')
    fireEvent.change(box, { target: { value: '2,25' } })
    expect(screen.getByRole('status').textContent).toBe('4.9604')
    expect(box.value).toBe('2,25')
  })
})

describe('altitude', () => {
  test('nobody is at sea level by default: it is empty until it is said', () => {
    show(<AltitudeField units="us" value={null} onValue={vi.fn()} />)
    const box = screen.getByLabelText<HTMLInputElement>('Altitude, feet')
    expect(box.value).toBe('')
    expect(box.required).toBe(true)
  })
  test('metres are kept as feet, whole ones shown', () => {
    const onValue = vi.fn()
    show(<AltitudeField units="metric" value={2640} onValue={onValue} />)
    const box = screen.getByLabelText<HTMLInputElement>('Altitude, metres')
    expect(box.value).toBe('805')
    fireEvent.change(box, { target: { value: '1646' } })
    expect(onValue.mock.lastCall?.[0]).toBeCloseTo(5400.26, 1)
  })
  test('says at once what it means at the stove', () => {
    expect(altitudeSays(5400, 'us')).toBe(
      'Most vegetables: 13 psi on a dial, 15 psi with a weight.',
    )
    expect(altitudeSays(9000, 'us')).toBe('Most vegetables: 15 psi with a weight.')
    expect(altitudeSays(12000, 'us')).toMatch(/can’t plan loads/)
  })
})

describe('the weigh-in', () => {
  const facts = { canners: [], containers: [], yields: [], cropWords: [], focus: false }
  const line = (): HTMLInputElement => screen.getByLabelText(/^Weigh in/)
  test('asks once how heavy a bucket is, and keeps it for that crop', async () => {
    const all = sent()
    show(<WeighIn {...facts} said="2 buckets of snap beans" />)
    expect(screen.getByText('How heavy is one bucket of snap beans?')).toBeTruthy()
    const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' })
    expect(keep.disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('One bucket of snap beans, lb'), {
      target: { value: '13,5' },
    })
    fireEvent.click(keep)
    await waitFor(() => expect(all).toHaveLength(1))
    expect(all).toEqual([
      {
        path: expect.stringMatching(/^\/api\/containers\//),
        body: { name: 'bucket', lb: 13.5, foodId: 'beans-snap' },
      },
    ])
  })
  test('a suggestion never changes the amount', () => {
    show(<WeighIn {...facts} said="60 ears beets" />)
    // 60 ears are not 60 pounds: no such button.
    expect(screen.queryByRole('button', { name: 'lb' })).toBeNull()
    fireEvent.change(line(), { target: { value: '12 beets' } })
    fireEvent.click(screen.getByRole('button', { name: 'lb' }))
    expect(line().value).toBe('12 lb beets')
  })
  test('a word of the house’s own is learned', async () => {
    const all = sent()
    show(<OurWord word="runners" />)
    fireEvent.change(screen.getByLabelText('“runners” is our word for'), {
      target: { value: 'beans-snap' },
    })
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(all).toHaveLength(1))
    expect(all[0]?.body).toEqual({ word: 'runners', foodId: 'beans-snap' })
  })
  test('nobody who only looks is asked to keep anything', () => {
    show(<HowHeavy name="bucket" food={foodOf('beets')!} />, { role: 'viewer' })
    expect(screen.queryByRole('button')).toBeNull()
  })
})

describe('a lot put right', () => {
  const mine = lot({
    id: 'l1',
    lb: unit.pounds(30),
    jar: 'quart',
    canBy: '2026-08-19',
    said: '1 bu snap beans',
  })
  const page = (more: object = {}) =>
    show(
      <Routes>
        <Route path="/harvest/lot/:id" element={<LotPage />} />
      </Routes>,
      {
        at: '/harvest/lot/l1',
        lists: { lots: [mine], yields: [], 'season-loads': [], loads: [], ...more },
      },
    )
  test('says what it changes before it is saved, loads included', async () => {
    page({
      loads: [
        load({
          id: 'd',
          stage: 'planned',
          portions: [
            {
              id: 'p',
              lotId: 'l1',
              formId: 'beans-snap',
              pack: 'hot',
              jar: 'quart',
              mouth: 'regular',
              jars: 14,
              filled: null,
              lotFinished: false,
              fromJars: null,
            },
          ],
        } as never),
      ],
    })
    fireEvent.change(await screen.findByLabelText('Amount, lb'), { target: { value: '20' } })
    const said = await screen.findByText(/It makes about/)
    expect(said.textContent).toContain('about 10 quarts, not 15 quarts')
    expect(said.textContent).toContain('hold 4 quarts more than that')
  })
  test('a look into the crate moves its day, by one press, and says who looked before', async () => {
    const all = sent()
    page({
      lots: [
        { ...mine, looked: { on: '2026-08-12', by: 'Alder', words: 'good for another week' } },
      ],
    })
    const look = within(await screen.findByRole('group', { name: 'A look at it' }))
    expect(look.getByText(/^Alder looked Wed 12 Aug: good for another week\./)).toBeTruthy()
    fireEvent.click(look.getByRole('button', { name: 'good for 3 more days' }))
    await waitFor(() => expect(all).toHaveLength(1))
    const { canBy, looked } = all[0]?.body as { canBy: string; looked: { on: string } }
    expect(Date.parse(canBy) - Date.parse(looked.on)).toBe(3 * 86_400_000)
    fireEvent.click(look.getByRole('button', { name: 'not good any more' }))
    await waitFor(() => expect(all).toHaveLength(2))
    expect(all[1]?.body).toEqual({ version: mine.version, state: 'spoiled' })
  })
  test('nobody looks into what has not come in, or is gone', async () => {
    page({ lots: [{ ...mine, state: 'expected' }] })
    await screen.findByText('About this lot')
    expect(screen.queryByRole('group', { name: 'A look at it' })).toBeNull()
  })
  test('is sent with its version and only what was said', async () => {
    const all = sent()
    page()
    fireEvent.change(await screen.findByLabelText('Amount, lb'), { target: { value: '20,5' } })
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(all).toHaveLength(1))
    expect(all[0]).toMatchObject({
      path: '/api/lots/l1',
      body: { version: mine.version, lb: 20.5, said: '21 lb snap beans' },
    })
    expect(all[0]?.body).not.toHaveProperty('arrivedOn')
  })
  test('changed on another device meanwhile: what is typed stands, the rest follows, and it goes with the new version', async () => {
    const all = sent()
    const { client } = page()
    const note = await screen.findByLabelText('Note')
    fireEvent.change(note, { target: { value: 'from the upper bed' } })
    act(() => {
      client.setQueryData(['lots'], [{ ...mine, version: mine.version + 1, variety: 'Provider' }])
    })
    await waitFor(() =>
      expect(screen.getByLabelText('Variety')).toHaveProperty('value', 'Provider'),
    )
    expect(screen.getByLabelText('Note')).toHaveProperty('value', 'from the upper bed')
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(all).toHaveLength(1))
    expect(all[0]?.body).toMatchObject({
      version: mine.version + 1,
      variety: 'Provider',
      note: 'from the upper bed',
    })
  })
  test('a lot that is not there says so', async () => {
    vi.stubGlobal('fetch', () =>
      Promise.resolve(
        new Response(
          JSON.stringify({
            type: '/problems/not-found',
            title: 'no',
            status: 404,
            detail: 'None.',
          }),
          {
            status: 404,
            headers: { 'content-type': 'application/problem+json', 'kelvit-answer': 'yes' },
          },
        ),
      ),
    )
    page({ lots: [] })
    expect(await screen.findByText('This lot doesn’t exist')).toBeTruthy()
    expect(within(document.body).queryByText('Correct the lot')).toBeNull()
  })
})
