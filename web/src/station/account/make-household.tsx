import { paths } from '@kelvit/contract'
import { newHouseholdSchema } from '@kelvit/contract/account'
import { joiResolver } from '@hookform/resolvers/joi'
import { useController, useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { ALTITUDE_HELP, AltitudeField, altitudeSays } from '../../household/measure-fields'
import { ZoneField } from '../../household/zone-field'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { Refusal } from '../../ui/states'
import { Door } from './door'
import { useEnter } from './enter'

interface Form {
  household: { name: string; zone: string; altitudeFt: number | null; units: 'us' | 'metric' }
  keeper: { name: string; signInName: string; passphrase: string }
}

const here = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'
/** Where a browser says so, a house begins in the units of its region. */
const units = /^en-(US|LR)$|^en$/.test(navigator.language) ? 'us' : 'metric'

export function Page() {
  const { enter, busy, trouble } = useEnter('/')
  const { register, handleSubmit, watch, control, formState } = useForm<Form>({
    resolver: joiResolver(newHouseholdSchema, { abortEarly: false, convert: true }),
    defaultValues: {
      // Nobody lives at sea level by default: the altitude is asked for.
      household: { name: '', zone: here, altitudeFt: null, units },
      keeper: { name: '', signInName: '', passphrase: '' },
    },
  })
  const altitude = useController({ control, name: 'household.altitudeFt' })
  const zone = useController({ control, name: 'household.zone' })
  const [system, feet] = watch(['household.units', 'household.altitudeFt'])
  const errors = formState.errors
  return (
    <Door title="Make your household">
      <form
        onSubmit={handleSubmit((form) => enter(paths.households, form))}
        className="flex flex-col gap-4"
        noValidate
      >
        <TextField
          label="Household name"
          error={errors.household?.name?.message}
          {...register('household.name')}
        />
        <div className="grid grid-cols-2 items-start gap-4">
          <ChoiceField
            label="Units"
            choices={[
              ['us', 'U.S.: lb, psi, ft'],
              ['metric', 'Metric: kg, kPa, m'],
            ]}
            {...register('household.units')}
          />
          <AltitudeField
            key={system}
            units={system}
            value={altitude.field.value}
            onValue={altitude.field.onChange}
            error={
              errors.household?.altitudeFt &&
              'Enter your altitude. Higher kitchens need more pressure.'
            }
            help={
              feet === null
                ? 'Higher kitchens need more pressure.'
                : `${altitudeSays(feet, system)}`
            }
          />
        </div>
        <details className="-mt-1 text-[15px] text-ink-soft">
          <summary className="min-h-6 cursor-pointer text-kettle underline">
            How do I find my altitude?
          </summary>
          <p className="mt-1 leading-relaxed">{ALTITUDE_HELP}</p>
        </details>
        <ZoneField
          value={zone.field.value}
          onValue={zone.field.onChange}
          help="Taken from this device. Kelvit shows every time in it."
        />
        <h2 className="mt-2">About you</h2>
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
          help="At least 10 characters. A few words are easy to remember."
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
