// @vitest-environment jsdom
import * as unit from '@kelvit/core'
import type { CannerRead, Household } from '@kelvit/contract'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { SignedIn } from '../src/household/session'
import { FoodOpenWait } from '../src/household/more-minutes'
import { DoorSheet } from '../src/station/methods/door-sheet'
import { Page as MixedJar } from '../src/station/methods/mixed-jar-page'
import { canner, household } from './kit'

const member = { id: 'm1', name: 'Wren', signInName: 'wren', role: 'keeper', version: 1 } as const
const DIAL = canner({
  gauge: 'dial',
  regulatedBy: 'dial',
  lastTest: { testedOn: '2026-07-01', errorPsi: unit.psi(1) } as CannerRead['lastTest'],
})

let client: QueryClient
beforeEach(() => {
  vi.stubGlobal('fetch', () => new Promise(() => undefined))
  client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } })
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

function showHere(part: ReactNode, house: Partial<Household> = {}): void {
  render(
    <MemoryRouter>
      <SignedIn value={{ member, household: { ...household, ...house } }}>
        <QueryClientProvider client={client}>{part}</QueryClientProvider>
      </SignedIn>
    </MemoryRouter>,
  )
}

function showJar(house: Partial<Household> = {}, canners: readonly CannerRead[] = [canner()]) {
  client.setQueryData(['canners'], canners)
  showHere(<MixedJar />, house)
}
const said = (): string => screen.getByRole('region', { name: 'Verdict' }).textContent ?? ''
const put = (label: RegExp, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
}

describe('the wait in the open canner, of one food', () => {
  test.each([
    ['beans-snap', 0, {}, '0'],
    ['beans-snap', 10, {}, '10'],
    ['beans-snap', 10, { 'beans-snap': 0 }, '0'],
    // What the load does is what the page says: tomatoes wait at least five minutes.
    ['tomatoes', 0, {}, '5'],
    ['tomatoes', 0, { tomatoes: 2 }, '5'],
    ['tomatoes', 10, {}, '10'],
  ])('%s in a house that waits %s, with %o: %s', (food, openMinutes, foodOpenMinutes, said) => {
    const settings = { ...household.settings, openMinutes, foodOpenMinutes }
    showHere(<FoodOpenWait food={food} name="it" />, { settings })
    const box = screen.getByLabelText('Minutes to leave it in the open canner')
    expect((box as HTMLInputElement).value).toBe(said)
  })
})

describe('a mixed jar, asked on the page', () => {
  test('vegetables and broth: the soup’s minutes or the longest of a vegetable', () => {
    showJar()
    // A quart of soup is 75, a quart of corn 85; a pint of soup 60, of corn 55.
    expect(said()).toMatch(/^Yes: 85 minutes at 15 psi/)
    expect(said()).toContain('Use the longer time.')
    put(/^Jars/, 'pint')
    expect(said()).toMatch(/^Yes: 60 minutes at 15 psi/)
  })
  test('a dial that reads 1 high says what the needle must show, and that it does', () => {
    showJar({}, [DIAL])
    expect(said()).toContain('13 psi on your dial: it reads 1 high')
  })
  test.each([
    [900, '10 psi'],
    [1001, '15 psi'],
    [5400, '15 psi'],
  ])('a weight at %i ft holds %s', (altitudeFt, psi) => {
    showJar({ altitudeFt: unit.feet(altitudeFt) })
    expect(said()).toContain(`minutes at ${psi}`)
  })
  test.each([
    [2000, '12 psi'],
    [2001, '13 psi'],
    [5400, '14 psi'],
    [8000, '15 psi'],
  ])('a dial that reads 1 high, at %i ft, shows %s', (altitudeFt, psi) => {
    showJar({ altitudeFt: unit.feet(altitudeFt) }, [DIAL])
    expect(said()).toContain(`minutes at ${psi}`)
  })
  test('over the tables there is no number at all', () => {
    showJar({ altitudeFt: unit.feet(10_001) })
    expect(said()).toMatch(/^No, not like this/)
    expect(said()).not.toMatch(/\d+ minutes at/)
  })
  test.each(['rice', 'egg noodles', 'flour', 'cream', 'barley', 'cornstarch', 'bread'])(
    '%s never goes in, whatever else does',
    (thick) => {
      showJar()
      put(/What goes in/, `carrots, broth, ${thick}`)
      expect(said()).toMatch(/^No, not like this/)
    },
  )
  test('more than half solids is no soup; a comma is read as a decimal point', () => {
    showJar()
    put(/^Solids/, '50,5')
    // Vegetables alone are then the mixed vegetables, whose row is longer.
    expect(said()).toMatch(/^Yes: 90 minutes at 15 psi/)
    put(/What goes in/, 'chicken, carrots, broth')
    expect(said()).toMatch(/^No, not like this/)
    put(/^Solids/, '49,5')
    expect(said()).toMatch(/^Yes: 90 minutes/)
  })
  test.each(['', 'half', '-'])('a share of “%s” is not taken for an answer', (share) => {
    showJar()
    put(/^Solids/, share)
    expect(said()).not.toMatch(/^Yes/)
  })
  test('dried beans are asked about, and only soaked and boiled ones go in', () => {
    showJar()
    put(/What goes in/, 'dried beans, carrots, broth')
    expect(said()).not.toMatch(/^Yes/)
    expect(said()).toContain('Answer the question above first.')
    put(/^Dried beans/, 'no')
    expect(said()).toMatch(/^No, not like this/)
    put(/^Dried beans/, 'yes')
    expect(said()).toMatch(/^Yes/)
  })
  test('nothing in the jar is no yes', () => {
    showJar()
    put(/What goes in/, ' , ')
    expect(said()).not.toMatch(/^Yes/)
  })
})

describe('the sheet for the cupboard door', () => {
  test('says its pressure in a sentence, and again in every row', () => {
    client.setQueryData(['canners'], [DIAL])
    client.setQueryData(['process-checks'], [])
    showHere(<DoorSheet />)
    const sheet = screen.getByRole('region', { name: 'Cupboard-door sheet' })
    expect(sheet.textContent).toMatch(/psi[^.]*, unless the row says otherwise/)
    const rows = [...sheet.querySelectorAll('tbody tr')].filter((r) => r.querySelector('td'))
    expect(rows.length).toBeGreaterThan(30)
    for (const row of rows) expect(row.lastElementChild?.textContent).toMatch(/\d+(½)? psi/)
  })
})
