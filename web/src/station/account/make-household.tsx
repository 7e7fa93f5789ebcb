import { paths } from '@kelvit/contract'
import { newHouseholdSchema } from '@kelvit/contract/account'
import { feetToMetres, metresToFeet } from '@kelvit/core'
import { joiResolver } from '@hookform/resolvers/joi'
import { useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { Door } from './door'
import { useEnter } from './enter'
import { Refusal } from '../../ui/states'

interface Form {
  household: { name: string; zone: string; altitudeFt: number; units: 'us' | 'metric' }
  keeper: { name: string; signInName: string; passphrase: string }
}

const zones = Intl.supportedValuesOf('timeZone').map((z) => [z, z.replaceAll('_', ' ')] as const)
const here = Intl.DateTimeFormat().resolvedOptions().timeZone

export function Page() {
  const { enter, busy, trouble } = useEnter('/gear')
  const { register, handleSubmit, watch, setValue, formState } = useForm<Form>({
    resolver: joiResolver(newHouseholdSchema, { abortEarly: false, convert: true }),
    defaultValues: {
      household: { name: '', zone: here, altitudeFt: 0, units: 'us' },
      keeper: { name: '', signInName: '', passphrase: '' },
    },
  })
  const metric = watch('household.units') === 'metric'
  const feet = Number(watch('household.altitudeFt')) || 0
  const errors = formState.errors
  return (
    <Door title="Make your household">
      <form
        onSubmit={handleSubmit((form) => enter(paths.households, form))}
        className="flex flex-col gap-4"
        noValidate
      >
        <TextField
          label="Name of the household"
          error={errors.household?.name?.message}
          {...register('household.name')}
        />
        <div className="grid grid-cols-2 gap-4">
          <ChoiceField
            label="Units"
            choices={[
              ['us', 'U.S.: lb, psi, ft'],
              ['metric', 'Metric: kg, kPa, m'],
            ]}
            {...register('household.units')}
          />
          <TextField
            label={metric ? 'Altitude, metres' : 'Altitude, feet'}
            type="number"
            inputMode="numeric"
            help="Higher kitchens need more pressure. A map or your county tells."
            error={errors.household?.altitudeFt?.message}
            value={Math.round(metric ? feetToMetres(feet) : feet)}
            onChange={(e) =>
              setValue(
                'household.altitudeFt',
                metric ? metresToFeet(Number(e.target.value)) : Number(e.target.value),
              )
            }
          />
        </div>
        <ChoiceField
          label="Time zone"
          choices={zones}
          error={errors.household?.zone?.message}
          {...register('household.zone')}
        />
        <h2 className="mt-2">You are its keeper</h2>
        <TextField
          label="Your name"
          autoComplete="name"
          error={errors.keeper?.name?.message}
          {...register('keeper.name')}
        />
        <TextField
          label="Sign-in name"
          autoComplete="username"
          error={errors.keeper?.signInName?.message}
          {...register('keeper.signInName')}
        />
        <TextField
          label="Passphrase"
          type="password"
          autoComplete="new-password"
          help="At least 10 letters; a few words are easy to keep."
          error={errors.keeper?.passphrase?.message}
          {...register('keeper.passphrase')}
        />
        <Refusal of={trouble} />
        <div className="flex items-center gap-4">
          <Button type="submit" look="main" disabled={busy}>
            {busy ? 'Making…' : 'Make household'}
          </Button>
          <Link to="/sign-in" className="text-kettle underline">
            Back to sign-in
          </Link>
        </div>
      </form>
    </Door>
  )
}
