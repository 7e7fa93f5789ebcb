import { paths, type Invitation } from '@kelvit/contract'
import { personSchema } from '@kelvit/contract/account'
import { joiResolver } from '@hookform/resolvers/joi'
import { useQuery } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { useParams } from 'react-router'
import { request } from '../../sync/request'
import { Button } from '../../ui/button'
import { Skeleton, Trouble, Refusal } from '../../ui/states'
import { Door } from './door'
import { useEnter } from './enter'
import { PersonFields, type Person } from './person-fields'

export function Page() {
  const { token = '' } = useParams()
  const path = `${paths.invitations}/${encodeURIComponent(token)}`
  const invitation = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => request<Invitation>('GET', path),
    retry: false,
  })
  const { enter, busy, trouble } = useEnter('/')
  const { register, handleSubmit, formState } = useForm<Person>({
    resolver: joiResolver(personSchema, { abortEarly: false }),
  })
  return (
    <Door title={invitation.data ? `Join ${invitation.data.householdName}` : 'Join a household'}>
      {invitation.isPending && <Skeleton rows={1} />}
      {invitation.isError && <Trouble error={invitation.error} />}
      {invitation.data && (
        <form
          onSubmit={handleSubmit((person) => enter(`${path}/accept`, person))}
          className="flex flex-col gap-4"
          noValidate
        >
          <p className="text-ink-soft">You will be a {invitation.data.role} there.</p>
          <PersonFields register={register} errors={formState.errors} />
          <Refusal of={trouble} />
          <Button type="submit" look="main" disabled={busy}>
            {busy ? 'Joining…' : 'Join'}
          </Button>
        </form>
      )}
    </Door>
  )
}
