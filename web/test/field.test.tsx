// @vitest-environment jsdom
// A form that is sent with something missing says so at the field, in our own words.
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { ChoiceField, TextField } from '../src/ui/field'
import { NumberField } from '../src/ui/number-field'

afterEach(cleanup)

const form = (sent = vi.fn()) => {
  render(
    <form
      onSubmit={(e) => {
        e.preventDefault()
        sent()
      }}
    >
      <TextField label="Tested by" help="A name" required />
      <ChoiceField
        label="Which"
        required
        choices={[
          ['', 'none'],
          ['a', 'this one'],
        ]}
      />
      <NumberField label="Pounds" value={null} onValue={() => undefined} required />
      <button type="submit">Send</button>
    </form>,
  )
  const send = () => fireEvent.click(screen.getByRole('button'))
  return { sent, send }
}

describe('what a form misses', () => {
  test('is said beside each field, and the first one has the focus', () => {
    const { sent, send } = form()
    expect(screen.getByText('A name')).toBeTruthy()
    send()
    for (const label of ['Tested by', 'Which', 'Pounds']) {
      const field = screen.getByLabelText(label)
      expect(field.getAttribute('aria-invalid'), label).toBe('true')
      expect(screen.getByText(`Fill in “${label}”.`).id).toBe(
        field.getAttribute('aria-describedby'),
      )
    }
    expect(document.activeElement).toBe(screen.getByLabelText('Tested by'))
    expect(sent).not.toHaveBeenCalled()
  })
  test('goes as it is filled in; then the form is sent', () => {
    const { sent, send } = form()
    send()
    fireEvent.input(screen.getByLabelText('Tested by'), { target: { value: 'Wren' } })
    expect(screen.getByText('A name')).toBeTruthy()
    fireEvent.input(screen.getByLabelText('Which'), { target: { value: 'a' } })
    fireEvent.change(screen.getByLabelText('Pounds'), { target: { value: 'many' } })
    send()
    expect(screen.getByText('Write a number, such as 12 or 1.5.')).toBeTruthy()
    expect(document.activeElement).toBe(screen.getByLabelText('Pounds'))
    fireEvent.change(screen.getByLabelText('Pounds'), { target: { value: '12' } })
    send()
    expect(sent).toHaveBeenCalledTimes(1)
  })
})
