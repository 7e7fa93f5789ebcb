// @vitest-environment jsdom
// What the finder finds: also the batch that is written on a jar of last year.
import 'fake-indexeddb/auto'
import { fireEvent, screen } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { Finder } from '../src/frame/finder'
import { jar, load } from './kit'
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
