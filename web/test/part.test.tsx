// @vitest-environment jsdom
// What breaks, or cannot be fetched, takes nothing else with it.
import { cleanup, render, screen } from '@testing-library/react'
import { lazy, Suspense } from 'react'
import { MemoryRouter } from 'react-router'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { Part } from '../src/ui/part'

beforeEach(() => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
})
afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

const Broken = (): never => {
  throw new Error('it broke')
}

test('a part that breaks says so, and what stands beside it goes on', () => {
  render(
    <MemoryRouter>
      <p>the clock</p>
      <Part otherwise={<p>instead</p>}>
        <Broken />
      </Part>
    </MemoryRouter>,
  )
  expect(screen.getByText('the clock')).toBeTruthy()
  expect(screen.getByText('instead')).toBeTruthy()
})

test('code that cannot be fetched is a part that breaks, and not the end of the page', async () => {
  const Unfetched = lazy(() => Promise.reject(new Error('no network')))
  render(
    <MemoryRouter>
      <p>the clock</p>
      <Part otherwise={<p role="status">Jar taken.</p>}>
        <Suspense>
          <Unfetched />
        </Suspense>
      </Part>
    </MemoryRouter>,
  )
  expect((await screen.findByRole('status')).textContent).toBe('Jar taken.')
  expect(screen.getByText('the clock')).toBeTruthy()
})

test('a page that breaks is told with a way on, and another place is another try', () => {
  const at = (place: string, child: React.ReactNode) => (
    <MemoryRouter>
      <Part place={place}>{child}</Part>
    </MemoryRouter>
  )
  const { rerender } = render(at('/a', <Broken />))
  expect(screen.getByRole('heading', { name: 'We can’t show this page' })).toBeTruthy()
  expect(screen.getByRole('link', { name: 'Go to Today' })).toBeTruthy()
  rerender(at('/b', <p>another page</p>))
  expect(screen.getByText('another page')).toBeTruthy()
})
