// @vitest-environment jsdom
import { act, cleanup, fireEvent, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useStill } from '../src/station/stove/still'

const SECOND = 1000
const BOTH = ['a', 'b']
beforeEach(() => void vi.useFakeTimers())
afterEach(() => {
  cleanup()
  document.body.replaceChildren()
  vi.useRealTimers()
})
const show = () =>
  renderHook(({ first, running }) => useStill(first, running), {
    initialProps: { first: 'a' as string | undefined, running: BOTH },
  })

test('gives way to a more urgent load while nobody touches the page', () => {
  const { result, rerender } = show()
  rerender({ first: 'b', running: BOTH })
  expect(result.current).toBe('b')
})

test('never changes under a finger, and changes when the hand has been away', () => {
  const { result, rerender } = show()
  fireEvent.pointerDown(document.body)
  rerender({ first: 'b', running: BOTH })
  expect(result.current).toBe('a')
  act(() => vi.advanceTimersByTime(19 * SECOND))
  rerender({ first: 'b', running: BOTH })
  expect(result.current).toBe('a')
  act(() => vi.advanceTimersByTime(2 * SECOND))
  rerender({ first: 'b', running: BOTH })
  expect(result.current).toBe('b')
})

test('waits for what is being typed, however long it takes', () => {
  const { result, rerender } = show()
  const jars = document.body.appendChild(document.createElement('input'))
  jars.focus()
  act(() => vi.advanceTimersByTime(300 * SECOND))
  rerender({ first: 'b', running: BOTH })
  expect(result.current).toBe('a')
  jars.blur()
  rerender({ first: 'b', running: BOTH })
  expect(result.current).toBe('b')
})

test('a load that is over stands first no longer, whatever is touched', () => {
  const { result, rerender } = show()
  fireEvent.keyDown(document.body)
  rerender({ first: 'b', running: ['b'] })
  expect(result.current).toBe('b')
  rerender({ first: undefined, running: [] })
  expect(result.current).toBeUndefined()
})
