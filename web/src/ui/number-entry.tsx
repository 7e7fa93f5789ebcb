import type { ComponentProps } from 'react'
import { Controller, type Control, type FieldPathByValue, type FieldValues } from 'react-hook-form'
import { NumberField } from './number-field'

type NumberEntryProps<T extends FieldValues> = Omit<
  ComponentProps<typeof NumberField>,
  'value' | 'onValue'
> & {
  readonly control: Control<T>
  readonly name: FieldPathByValue<T, number | null>
}

/** A number of a form; null while there is none. */
export function NumberEntry<T extends FieldValues>({
  control,
  name,
  ...rest
}: NumberEntryProps<T>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <NumberField {...rest} value={field.value} onValue={field.onChange} />}
    />
  )
}
