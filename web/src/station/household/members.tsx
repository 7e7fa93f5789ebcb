import { paths, type Member } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
import { Monitor, Smartphone } from 'lucide-react'
import { useState } from 'react'
import { useSave } from '../../sync/changes'
import { membersQuery } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Trouble } from '../../ui/states'
import { useDevices } from './devices'
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
      <ul className="grid gap-3 sm:grid-cols-2">
        {members.data?.map((m) => (
          <Row key={m.id} member={m} />
        ))}
      </ul>
      {may('keeper') && <Invite />}
      {may('keeper') && <OpenInvitations />}
    </Panel>
  )
}

/** Inks that a dark letter can be read on, in both schemes. */
const FACES = ['#a7b678', '#db8430', '#8fb48f', '#d8ae38', '#c8ac78', '#d08a5c']
const faceOf = (name: string): string =>
  FACES[[...name].reduce((n, c) => n + (c.codePointAt(0) ?? 0), 0) % FACES.length] ?? '#c8ac78'

/** A person as a round mark with a letter. */
const Face = ({ name }: { readonly name: string }) => (
  <span
    aria-hidden
    className="grid size-11 shrink-0 place-items-center rounded-full font-head text-xl font-semibold text-[#1b2a30]"
    style={{ background: faceOf(name) }}
  >
    {name.charAt(0).toUpperCase()}
  </span>
)

/** On which devices somebody is signed in. */
function Their({ name }: { readonly name: string }) {
  const theirs = useDevices().data?.filter((d) => d.of === name) ?? []
  if (theirs.length === 0) return null
  return (
    <p className="flex flex-wrap gap-1.5 text-sm">
      {theirs.map((d) => {
        const Icon = /phone|tablet/i.test(d.name) ? Smartphone : Monitor
        return (
          <span
            key={d.id}
            className="inline-flex items-center gap-1.5 rounded-full border border-rim px-2.5 py-0.5"
          >
            <Icon size={14} aria-hidden />
            {d.name}
          </span>
        )
      })}
    </p>
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
    <li className="flex flex-col gap-2.5 rounded-md border border-rim p-3">
      <span className="flex items-center gap-3">
        <Face name={m.name} />
        <span className="min-w-0 leading-snug">
          <strong>{m.name}</strong> {m.id === me.id && <span className="text-ink-soft">(you)</span>}
          {m.signInName !== null && (
            <span className="block text-[15px] break-words text-ink-soft">
              signs in as {m.signInName}
            </span>
          )}
        </span>
      </span>
      <Their name={m.name} />
      {may('keeper') ? (
        <span className="mt-auto flex flex-wrap items-center gap-2">
          <select
            aria-label={`Role of ${m.name}`}
            value={m.role}
            onChange={(e) => change(e.target.value)}
            className="min-h-11 basis-full rounded-md border border-rim bg-crock px-2"
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
