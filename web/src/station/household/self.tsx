import { paths, type SelfChange } from '@kelvit/contract'
import { useForm } from 'react-hook-form'
import { useSave } from '../../sync/changes'
import { sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Refusal } from '../../ui/states'

/** What everybody may change of themselves. */
export function Self() {
  const save = useSave('session')
  const notify = useNotify()
  return (
    <Panel label="You" className="flex flex-col gap-6">
      <h2>You</h2>
      <Name />
      <Passphrase />
      <div className="border-t border-rim pt-4">
        <Button
          onClick={() =>
            save.mutate(
              { method: 'DELETE', path: paths.sessions },
              {
                onSuccess: () => window.location.assign('/sign-in'),
                onError: (e) => notify.trouble(sentenceOf(e)),
              },
            )
          }
        >
          Sign out on every device
        </Button>
      </div>
    </Panel>
  )
}

const useChangeSelf = (words: string, then?: () => void) => {
  const save = useSave('session', 'members')
  const notify = useNotify()
  const send = (body: SelfChange): void =>
    save.mutate(
      { method: 'PATCH', path: paths.self, body },
      {
        onSuccess: () => {
          notify.done(words)
          then?.()
        },
      },
    )
  return { save, send }
}

function Name() {
  const { member } = useHousehold()
  const { register, handleSubmit } = useForm({ defaultValues: { name: member.name } })
  const { save, send } = useChangeSelf('Name saved.')
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => void handleSubmit(({ name }) => send({ name: name.trim() }))(e)}
    >
      <TextField
        label="Your name"
        className="grow"
        required
        maxLength={60}
        {...register('name', { required: true })}
      />
      <Button type="submit" disabled={save.isPending}>
        Change
      </Button>
      <Refusal of={save.error} className="w-full" />
    </form>
  )
}

function Passphrase() {
  const { household } = useHousehold()
  const { register, handleSubmit, reset, formState } = useForm({
    defaultValues: { before: '', after: '' },
  })
  const { save, send } = useChangeSelf(
    'Passphrase changed. Every other device is signed out.',
    () => reset(),
  )
  if (household.isDemo) return null
  return (
    <form
      className="flex flex-col gap-3 border-t border-rim pt-4"
      onSubmit={(e) => void handleSubmit((passphrase) => send({ passphrase }))(e)}
      noValidate
    >
      <TextField
        label="Current passphrase"
        type="password"
        autoComplete="current-password"
        error={formState.errors.before && 'Enter your current passphrase.'}
        {...register('before', { required: true })}
      />
      <TextField
        label="New passphrase"
        type="password"
        autoComplete="new-password"
        help="At least 10 characters. A few words are easy to remember. Other devices are signed out."
        error={formState.errors.after && 'Use at least 10 characters.'}
        {...register('after', { required: true, minLength: 10, maxLength: 200 })}
      />
      <Refusal of={save.error} />
      <Button type="submit" className="self-start" disabled={save.isPending}>
        Change the passphrase
      </Button>
    </form>
  )
}
