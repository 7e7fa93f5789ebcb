// @vitest-environment jsdom
// Nothing typed into a sheet is lost by Escape or its cross.
import 'fake-indexeddb/auto'
import { fireEvent, screen } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { Sheet } from '../src/ui/sheet'
import { Toasts } from '../src/ui/toasts'
import { show, stage } from './show'

stage()

const open = (passing = false) => {
  const onOpenChange = vi.fn()
  show(
    <Sheet open onOpenChange={onOpenChange} title="A sheet" passing={passing}>
      <input aria-label="Words" />
      <input aria-label="Tick" type="checkbox" />
    </Sheet>,
  )
  return onOpenChange
}
const type = (): void => {
  fireEvent.input(screen.getByLabelText('Words'), { target: { value: 'tin by the door' } })
}
const escape = (): void => {
  fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' })
}

test('a sheet in which nothing was typed closes at once', () => {
  const closed = open()
  fireEvent.input(screen.getByLabelText('Tick'), { target: { checked: true } })
  escape()
  expect(closed).toHaveBeenCalledWith(false)
})

test('what was typed is asked about, by Escape and by the cross, and is still there', () => {
  const closed = open()
  type()
  escape()
  fireEvent.click(screen.getByRole('button', { name: 'Close' }))
  expect(closed).not.toHaveBeenCalled()
  expect(screen.getByRole('alert').textContent).toContain('What you typed isn’t saved yet.')
  fireEvent.click(screen.getByRole('button', { name: 'Keep editing' }))
  expect(screen.queryByRole('alert')).toBeNull()
  expect(screen.getByLabelText<HTMLInputElement>('Words').value).toBe('tin by the door')
  escape()
  fireEvent.click(screen.getByRole('button', { name: 'Discard it' }))
  expect(closed).toHaveBeenCalledWith(false)
})

test('what is only typed to find something goes without a word', () => {
  const closed = open(true)
  type()
  escape()
  expect(closed).toHaveBeenCalledWith(false)
})

test('a notice that came up over the sheet does not take its Escape', () => {
  const closed = vi.fn()
  const both = (notices: readonly string[]) => (
    <>
      <Sheet open onOpenChange={closed} title="A sheet">
        <input aria-label="Words" />
      </Sheet>
      <Toasts notices={notices.map((text, id) => ({ id, text, bad: false }))} drop={vi.fn()} />
    </>
  )
  const { again } = show(both([]))
  again(both(['20 lb beets weighed in.']))
  escape()
  expect(closed).toHaveBeenCalledExactlyOnceWith(false)
})
