import { type Role } from '@kelvit/core'
import { paths, type Member } from '@kelvit/contract'
import { dateAt, feetToMetres, metresToFeet } from '@kelvit/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { invitationsQuery, membersQuery } from '../../sync/queries'
import { request, sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { showDay, useTimes } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Trouble, Refusal } from '../../ui/states'

const ROLES: readonly (readonly [Role, string])[] = [
  ['keeper', 'keeper: all'],
  ['helper', 'helper: loads, weigh-ins, jars'],
  ['viewer', 'viewer: looks'],
]

export function Page() {
  return (
    <Sheet question="Who lives here?" aside="the household, its kitchen and its members">
      <div className="grid gap-5 lg:grid-cols-2">
        <Kitchen />
        <Members />
      </div>
    </Sheet>
  )
}

function Kitchen() {
  const { household, may } = useHousehold()
  const save = useSave('session')
  const notify = useNotify()
  const metric = household.units === 'metric'
  const [name, setName] = useState(household.name)
  const [altitude, setAltitude] = useState(
    String(Math.round(metric ? feetToMetres(household.altitudeFt) : household.altitudeFt)),
  )
  const change = (values: object): void =>
    save.mutate(
      { method: 'PATCH', path: paths.household, body: { version: household.version, ...values } },
      { onSuccess: () => notify.done('Saved.') },
    )
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    change({ name, altitudeFt: metric ? metresToFeet(Number(altitude)) : Number(altitude) })
  }
  return (
    <Panel>
      <h2 className="mb-4">Kitchen</h2>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <TextField
          label="Name"
          value={name}
          onChange={(e) => setName(e.target.value)}
          disabled={!may('keeper')}
          required
        />
        <TextField
          label={metric ? 'Altitude, metres' : 'Altitude, feet'}
          type="number"
          value={altitude}
          onChange={(e) => setAltitude(e.target.value)}
          disabled={!may('keeper')}
          help="Loads that are planned already are looked up again when they are started; the difference is shown first."
          required
        />
        <ChoiceField
          label="Units"
          choices={[
            ['us', 'U.S.: lb, psi, ft'],
            ['metric', 'Metric: kg, kPa, m'],
          ]}
          value={household.units}
          onChange={(e) => change({ units: e.target.value })}
          disabled={!may('keeper')}
        />
        <ChoiceField
          label="Times of day"
          choices={[
            ['12', '5:30 pm'],
            ['24', '17:30'],
          ]}
          value={String(household.settings.clockHours)}
          onChange={(e) =>
            change({
              settings: { ...household.settings, clockHours: e.target.value === '12' ? 12 : 24 },
            })
          }
          disabled={!may('keeper')}
        />
        <p className="text-sm text-ink-soft">
          Times are shown in {household.zone.replaceAll('_', ' ')}.
        </p>
        <Refusal of={save.error} />
        {may('keeper') && (
          <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
            Save
          </Button>
        )}
      </form>
    </Panel>
  )
}

function Members() {
  const { member: me, may } = useHousehold()
  const members = useQuery(membersQuery)
  const save = useSave('members', 'session')
  const notify = useNotify()
  const change = (m: Member, role: string): void =>
    save.mutate(
      { method: 'PATCH', path: `${paths.members}/${m.id}`, body: { version: m.version, role } },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
  return (
    <Panel>
      <h2 className="mb-4">Members</h2>
      {members.isError && <Trouble error={members.error} retry={() => void members.refetch()} />}
      <ul>
        {members.data?.map((m) => (
          <li
            key={m.id}
            className="flex min-h-14 flex-wrap items-center justify-between gap-3 border-t border-rim py-1.5 first:border-0"
          >
            <span>
              <strong>{m.name}</strong>{' '}
              {m.id === me.id && <span className="text-ink-soft">(you)</span>}
              {m.signInName !== null && (
                <span className="block text-[15px] text-ink-soft">signs in as {m.signInName}</span>
              )}
            </span>
            {may('keeper') ? (
              <select
                aria-label={`Role of ${m.name}`}
                value={m.role}
                onChange={(e) => change(m, e.target.value)}
                className="min-h-11 rounded-md border border-rim bg-crock px-2"
              >
                {ROLES.map(([role, text]) => (
                  <option key={role} value={role}>
                    {text}
                  </option>
                ))}
              </select>
            ) : (
              <span className="text-ink-soft">{m.role}</span>
            )}
          </li>
        ))}
      </ul>
      {may('keeper') && <Invite />}
      {may('keeper') && <OpenInvitations />}
      <div className="mt-6 border-t border-rim pt-4">
        <Button
          onClick={() =>
            save.mutate(
              { method: 'DELETE', path: paths.sessions },
              { onSettled: () => window.location.assign('/sign-in') },
            )
          }
        >
          Sign out on every device
        </Button>
      </div>
    </Panel>
  )
}

function Invite() {
  const [role, setRole] = useState<Role>('helper')
  const [link, setLink] = useState<string>()
  const notify = useNotify()
  const client = useQueryClient()
  const make = async (): Promise<void> => {
    try {
      const made = await request<{ path: string }>('POST', paths.invitations, {
        id: uuidv7(),
        role,
      })
      setLink(window.location.origin + made.path)
      void client.invalidateQueries({ queryKey: invitationsQuery.queryKey })
    } catch (error) {
      notify.trouble(sentenceOf(error))
    }
  }
  return (
    <div className="mt-4 flex flex-col gap-3 border-t border-rim pt-4">
      <div className="flex flex-wrap items-end gap-3">
        <ChoiceField
          label="Invite a"
          choices={ROLES}
          value={role}
          onChange={(e) => setRole(e.target.value as Role)}
          className="grow"
        />
        <Button onClick={() => void make()}>Make a link</Button>
      </div>
      {link && (
        <TextField
          label="Give this link to one person; it works once, for a week"
          readOnly
          value={link}
          onFocus={(e) => e.target.select()}
        />
      )}
    </div>
  )
}

/** Links that still open the door, each with a way to close it. */
function OpenInvitations() {
  const open = useQuery(invitationsQuery)
  const save = useSave('invitations')
  const notify = useNotify()
  const { time } = useTimes()
  const { zone } = useHousehold().household
  if (open.isError) return <Trouble error={open.error} retry={() => void open.refetch()} />
  if (!open.data || open.data.length === 0) return null
  return (
    <div className="mt-4">
      <h3 className="mb-1">Open invitations</h3>
      <ul>
        {open.data.map((i) => (
          <li
            key={i.id}
            className="flex min-h-14 flex-wrap items-center justify-between gap-3 border-t border-rim py-1.5 first:border-0"
          >
            <span>
              for a {i.role}
              <span className="block text-[15px] text-ink-soft">
                made by {i.madeBy}, until {showDay(dateAt(Date.parse(i.expiresAt), zone))}{' '}
                {time(Date.parse(i.expiresAt))}
              </span>
            </span>
            <Button
              size="small"
              onClick={() =>
                save.mutate(
                  { method: 'DELETE', path: `${paths.invitations}/${i.id}` },
                  {
                    onSuccess: () => notify.done('Withdrawn: that link opens nothing any more.'),
                    onError: (e) => notify.trouble(sentenceOf(e)),
                  },
                )
              }
            >
              Withdraw
            </Button>
          </li>
        ))}
      </ul>
    </div>
  )
}
