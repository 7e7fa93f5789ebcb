import type { Burner } from '@kelvit/core'
import { Controller, useFormContext } from 'react-hook-form'
import { ChoiceField } from '../ui/field'
import { WeightField } from './measure-fields'

/** What a canner stands on, as it is typed. */
export interface OnBurnerTyped {
  standsOn: Burner | ''
  burnerLimitLb: number | null
  emptyLb: number | null
}

/** The burner it usually stands on, what that carries, and what the canner weighs. */
export function StandsOn() {
  const { register, control, watch } = useFormContext<OnBurnerTyped>()
  const weight = (
    name: 'burnerLimitLb' | 'emptyLb',
    rest: Omit<Parameters<typeof WeightField>[0], 'value' | 'onValue'>,
  ) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <WeightField {...rest} min={1} value={field.value} onValue={field.onChange} />
      )}
    />
  )
  return (
    <>
      <ChoiceField
        label="It stands on"
        choices={[
          ['', 'not said'],
          ['gas', 'a gas flame'],
          ['coil', 'an electric coil'],
          ['glass', 'a glass or ceramic top'],
          ['outdoor', 'a burner outdoors'],
        ]}
        {...register('standsOn')}
      />
      {watch('standsOn') !== '' && (
        <>
          {weight('burnerLimitLb', {
            label: 'Most it can carry',
            max: 1000,
            help: 'Look in the stove’s manual. Kelvit warns you if the full canner is too heavy.',
          })}
          {weight('emptyLb', { label: 'Canner with its lid, empty', max: 500 })}
        </>
      )}
    </>
  )
}
