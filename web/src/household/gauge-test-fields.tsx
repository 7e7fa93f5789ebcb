import { Controller, useFormContext } from 'react-hook-form'
import { DateField } from './date-field'
import { useDialMarks } from './gauge'
import { PressureField } from './measure-fields'
import { useToday } from './session'

/** What a gauge test says, as it is typed. */
export interface TypedTest {
  readonly testedOn: string
  readonly errorPsi: number | null
  readonly testedBy: string
}

/** When a dial was tested and how it reads; nobody's dial is right by default. */
export function GaugeTestFields({ cannerId }: { readonly cannerId: string }) {
  const { control } = useFormContext<TypedTest>()
  const today = useToday()
  const marks = useDialMarks(cannerId)
  return (
    <>
      <Controller
        control={control}
        name="testedOn"
        render={({ field }) => (
          <DateField
            label="Tested on"
            max={today}
            value={field.value}
            onChange={field.onChange}
            required
          />
        )}
      />
      <Controller
        control={control}
        name="errorPsi"
        render={({ field }) => (
          <PressureField
            label="Reads high by"
            marks={marks}
            min={-15}
            max={15}
            required
            value={field.value}
            onValue={field.onChange}
            help="0 if it reads right. Use a minus if it reads low. Kelvit adds this to the figure to hold."
          />
        )}
      />
    </>
  )
}
