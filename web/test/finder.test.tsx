// @vitest-environment jsdom
// What the finder finds: also the batch that is written on a jar of last year.
import 'fake-indexeddb/auto'
import { fireEvent, render, screen } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import { expect, test, vi } from 'vitest'
import { Finder } from '../src/frame/finder'
import { useKeys } from '../src/frame/keys'
import { beginCatching, catchKey, takeCaught } from '../src/frame/typed-ahead'
import { canner, jar, load, lot } from './kit'
import { show, stage } from './show'

stage()

test('a batch is found by its code: of a load that is not long over, or of a jar in the house; each once', () => {
  Element.prototype.scrollIntoView = vi.fn()
  show(<Finder open onOpenChange={vi.fn()} />, {
    lists: {
      loads: [load({ id: 'd1', code: 'ABCD' })],
      jars: [
        jar({ id: 'j1', loadId: 'd1', code: 'ABCD-1' }),
        jar({ id: 'j2', loadId: 'old', code: 'ABXY-1' }),
        jar({ id: 'j3', loadId: 'old', code: 'ABXY-2' }),
        jar({ id: 'j4', loadId: null, code: 'ABZZ-1' }),
      ],
    },
  })
  fireEvent.change(screen.getByRole('combobox'), { target: { value: 'ab' } })
  const found = screen.getAllByText(/^Batch /).map((b) => b.textContent)
  expect(found.sort()).toEqual(['Batch ABCD', 'Batch ABXY'])
  fireEvent.change(screen.getByRole('combobox'), { target: { value: 'abx' } })
  expect(screen.getAllByText(/^Batch /)).toHaveLength(1)
})

const box = (): HTMLInputElement => screen.getByRole<HTMLInputElement>('combobox')
const open = (lists: object = {}): void => {
  Element.prototype.scrollIntoView = vi.fn()
  show(<Finder open onOpenChange={vi.fn()} />, {
    lists: {
      jars: [],
      lots: [],
      canners: [],
      shelves: [],
      yields: [],
      containers: [],
      'crop-words': [],
      ...lists,
    },
  })
}
const ask = (text: string): string[] => {
  fireEvent.change(box(), { target: { value: text } })
  return screen.queryAllByRole('option').map((o) => o.textContent ?? '')
}

test.each([
  ['frost', 'Frost tonight'],
  ['shopping', 'Shopping list'],
  ['altitude', 'Household and members'],
  ['passphrase', 'People'],
  ['currency', 'Household and members'],
  ['lables', 'Print labels'],
  ['yield', 'Our yields'],
  ['bucket', 'Our measures'],
])('“%s” finds %s', (words, name) => {
  open()
  expect(
    ask(words).some((o) => o.startsWith(name)),
    ask(words).join(),
  ).toBe(true)
})

test('lots, canners, shelves, people and jars by their names and codes', () => {
  open({
    lots: [lot({ id: 'l1', variety: 'Provider', said: '1 bu snap beans' })],
    canners: [canner({ name: 'Tall canner' })],
    shelves: [{ id: 's', name: 'Hall cupboard', position: 1, version: 1 }],
    jars: [jar({ id: 'j4', loadId: null, code: 'ABZZ-1' })],
  })
  expect(ask('provider').join()).toContain('1 bu snap beans')
  expect(ask('tall').join()).toContain('Tall canner')
  expect(ask('hall').join()).toContain('Hall cupboard')
  expect(ask('alder').join()).toContain('Alder')
  expect(ask('abzz').join()).toContain('Jar ABZZ-1')
})

test('a question is answered in place, with this kitchen’s figure and its source', () => {
  open()
  ask('why does altitude matter?')
  const card = screen.getByRole('article')
  expect(card.textContent).toContain('at 2,640 ft, it’s 15 psi with a weight')
  expect(card.textContent).toContain('Guide 1')
})

test('what can be worked out is worked out', () => {
  open({ canners: [canner()] })
  ask('may snap beans and carrots share a load?')
  expect(screen.getByRole('article').textContent).toMatch(
    /Yes: 30 minutes, the longer of 25 and 30/,
  )
  expect(ask('30 lb snap beans')[0]).toContain('30 lb snap beans: about 15 quarts')
  expect(ask('12 pumpkins')[0]).toContain('how heavy')
})

test('words that are nothing say so', () => {
  open()
  expect(ask('xyzzy')).toEqual([])
  expect(screen.getByText(/Nothing found/)).toBeTruthy()
})

test('letters typed before the box stands ready are its letters', () => {
  expect(catchKey('w')).toBe(false)
  beginCatching()
  for (const key of ['t', 'w', 'x', 'Backspace', '1', 'Shift']) expect(catchKey(key)).toBe(true)
  open()
  expect(box().value).toBe('tw1')
  // From here on keys are anybody's again.
  expect(catchKey('t')).toBe(false)
})

test('who changes their mind before it opens has caught nothing', () => {
  beginCatching()
  catchKey('t')
  catchKey('Escape')
  expect(catchKey('w')).toBe(false)
  expect(takeCaught()).toBe('')
})

test('a finder that never came takes no Escape from a sheet', () => {
  function Keyed() {
    useKeys({ finder: () => undefined, keys: () => undefined })
    return (
      <div role="dialog">
        <button type="button">in the sheet</button>
      </div>
    )
  }
  render(
    <MemoryRouter>
      <Keyed />
    </MemoryRouter>,
  )
  beginCatching()
  // fireEvent is false when the key was taken away.
  expect(fireEvent.keyDown(screen.getByText('in the sheet'), { key: 'Escape' })).toBe(true)
  takeCaught()
})
