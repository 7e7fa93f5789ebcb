import type { FieldErrors, UseFormRegister } from 'react-hook-form'
import { TextField } from '../../ui/field'

export interface Person {
  name: string
  signInName: string
  passphrase: string
}

/** Name, sign-in name and passphrase of somebody new. */
export function PersonFields({
  register,
  errors,
}: {
  readonly register: UseFormRegister<Person>
  readonly errors: FieldErrors<Person>
}) {
  return (
    <>
      <TextField
        label="Your name"
        autoComplete="name"
        help="What the others in the house call you."
        error={errors.name?.message}
        {...register('name')}
      />
      <TextField
        label="Sign-in name"
        autoComplete="username"
        help="You type it to sign in. Nobody else can have the same one."
        error={errors.signInName?.message}
        {...register('signInName')}
      />
      <TextField
        label="Passphrase"
        type="password"
        autoComplete="new-password"
        help="At least 10 characters. A few words are easy to remember."
        error={errors.passphrase?.message}
        {...register('passphrase')}
      />
    </>
  )
}
