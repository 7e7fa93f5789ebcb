import { type Role, dateAt } from '@kelvit/core'
import { paths } from '@kelvit/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { invitationsQuery } from '../../sync/queries'
import { request, sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { showDay, useTimes } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Trouble } from '../../ui/states'
import { Code, useHouse } from './devices'
import { ROLES } from './roles'

/** A link for one person more. */
export function Invite() {
  const [role, setRole] = useState<Role>('helper')
  const [link, setLink] = useState<string>()
  const notify = useNotify()
  const client = useQueryClient()
  const house = useHouse().data
  const make = async (): Promise<void> => {
    try {
      const made = await request<{ path: string }>('POST', paths.invitations, {
        id: uuidv7(),
        role,
      })
      // A phone of the house comes in by the page that brings trust.
      setLink(
        house?.trust
          ? `${house.trust}?join=${made.path.replace(/^\/join\//, '')}`
          : window.location.origin + made.path,
      )
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
          label="Give this link to one person. It works once, within a week."
          readOnly
          value={link}
          onFocus={(e) => e.target.select()}
        />
      )}
      {link && <Code of={link} label="Code of the invitation" />}
    </div>
  )
}

/** Links that still open the door, each with a way to close it. */
export function OpenInvitations() {
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
                    onSuccess: () => notify.done('Invitation withdrawn. The link no longer works.'),
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
