// @vitest-environment jsdom
// The touch that lets the browser sound must not move what is touched.
import { fireEvent, render, screen, cleanup } from '@testing-library/react'
import { afterEach, expect, test, vi } from 'vitest'

let mute = true
vi.mock('../../src/alarm/use-alarm', () => ({ useMute: () => mute }))
afterEach(() => {
  cleanup()
  vi.doUnmock('../../src/alarm/use-alarm')
})

test('its room stays after the touch', async () => {
  const { Mute } = await import('../../src/station/stove/mute')
  const { rerender } = render(<Mute />)
  expect(screen.getByRole('status').className).not.toContain('invisible')
  fireEvent.pointerDown(document.body)
  mute = false
  rerender(<Mute />)
  expect(screen.getByRole('status', { hidden: true }).className).toContain('invisible')
})
test('where it was never said nothing is kept free', async () => {
  mute = false
  const { Mute } = await import('../../src/station/stove/mute')
  const { container } = render(<Mute />)
  expect(container.childElementCount).toBe(0)
})
