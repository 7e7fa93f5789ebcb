import { paths, type Member } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSave } from '../../sync/changes'
import { membersQuery } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Trouble } from '../../ui/states'
import { Invite, OpenInvitations } from './invitations'
import { ROLES } from './roles'

/** Who comes in here, and as what; keepers change it. */
export function Members() {
  const { may } = useHousehold()
  const members = useQuery(membersQuery)
  return (
    <Panel label="Members">
      <h2 className="mb-4">Members</h2>
      {members.isError && <Trouble error={members.error} retry={() => void members.refetch()} />}
      <ul>
        {members.data?.map((m) => (
          <Row key={m.id} member={m} />
        ))}
      </ul>
      {may('keeper') && <Invite />}
      {may('keeper') && <OpenInvitations />}
    </Panel>
  )
}

function Row({ member: m }: { readonly member: Member }) {
  const { member: me, may } = useHousehold()
  const save = useSave('members', 'session', 'invitations')
  const notify = useNotify()
  const [sure, setSure] = useState(false)
  const change = (role: string): void =>
    save.mutate(
      { method: 'PATCH', path: `${paths.members}/${m.id}`, body: { version: m.version, role } },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  const remove = (): void =>
    save.mutate(
      { method: 'DELETE', path: `${paths.members}/${m.id}` },
      {
        onSuccess: () => notify.done(`${m.name} is signed out everywhere and can’t sign in again.`),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <li className="flex min-h-14 flex-wrap items-center justify-between gap-3 border-t border-rim py-1.5 first:border-0">
      <span>
        <strong>{m.name}</strong> {m.id === me.id && <span className="text-ink-soft">(you)</span>}
        {m.signInName !== null && (
          <span className="block text-[15px] text-ink-soft">signs in as {m.signInName}</span>
        )}
      </span>
      {may('keeper') ? (
        <span className="flex flex-wrap items-center gap-2">
          <select
            aria-label={`Role of ${m.name}`}
            value={m.role}
            onChange={(e) => change(e.target.value)}
            className="min-h-11 rounded-md border border-rim bg-crock px-2"
          >
            {ROLES.map(([role, text]) => (
              <option key={role} value={role}>
                {text}
              </option>
            ))}
          </select>
          {m.id !== me.id && (
            <Button
              size="small"
              look="quiet"
              aria-label={`Remove ${m.name}`}
              onClick={() => setSure(!sure)}
            >
              Remove
            </Button>
          )}
        </span>
      ) : (
        <span className="text-ink-soft">{m.role}</span>
      )}
      {sure && (
        <p className="flex w-full flex-wrap items-center gap-3 rounded-md bg-squash/12 px-3 py-2">
          <span className="grow">
            {m.name} can’t sign in on any device. What {m.name} recorded stays, with the name.
          </span>
          <Button size="small" look="stop" onClick={remove} disabled={save.isPending}>
            Remove {m.name}
          </Button>
          <Button size="small" look="quiet" onClick={() => setSure(false)}>
            Keep
          </Button>
        </p>
      )}
    </li>
  )
}
