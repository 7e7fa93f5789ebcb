import { paths, type AccessToken, type MadeAccessToken, type TokenScope } from '@kelvit/contract'
import { dateAt } from '@kelvit/core'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useHousehold, useToday } from '../../household/session'
import { showDate } from '../../household/words'
import { useSave } from '../../sync/changes'
import { useTokens } from '../../sync/record-queries'
import { sentenceOf } from '../../sync/request'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Trouble } from '../../ui/states'
import { Twice } from '../../ui/twice'

const SCOPES: readonly (readonly [TokenScope, string])[] = [
  ['read', 'read only'],
  ['pantry', 'read, take and count jars'],
  ['everything', 'everything I can do'],
]
const DAYS = [
  ['30', 'a month'],
  ['365', 'a year'],
  ['730', 'two years'],
] as const

/** Tokens by which other programs ask in a member's name: made, looked at, revoked. */
export function Programs() {
  const tokens = useTokens()
  const { household, member } = useHousehold()
  if (household.isDemo) return null
  return (
    <Panel label="Other programs">
      <h2 className="mb-1">Other programs</h2>
      <p className="mb-3 text-[15px] text-ink-soft">
        A program with a token can use Kelvit in your name: a display in the cellar, a script, a
        backup. The requests are described at{' '}
        <a href={paths.openapi} className="text-kettle underline decoration-1">
          {paths.openapi}
        </a>
        .
      </p>
      {tokens.isError && <Trouble error={tokens.error} retry={() => void tokens.refetch()} />}
      <ul>
        {tokens.data?.map((t) => (
          <Token key={t.id} token={t} mine={t.of === member.name} />
        ))}
      </ul>
      <NewToken />
    </Panel>
  )
}

function Token({ token: t, mine }: { readonly token: AccessToken; readonly mine: boolean }) {
  const today = useToday()
  const { zone } = useHousehold().household
  const save = useSave('tokens')
  const notify = useNotify()
  const on = (iso: string): string => showDate(dateAt(Date.parse(iso), zone), today)
  const revoke = (): void =>
    save.mutate(
      { method: 'DELETE', path: `${paths.tokens}/${t.id}` },
      {
        onSuccess: () => notify.done(`${t.name} can no longer use Kelvit.`),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <li className="flex min-h-14 flex-wrap items-center justify-between gap-2 border-t border-rim py-1.5 first:border-0">
      <span>
        {t.name}
        {!mine && <span className="text-ink-soft">, {t.of}’s</span>}
        <span className="block text-[15px] text-ink-soft">
          {SCOPES.find(([scope]) => scope === t.scope)?.[1]}, until {on(t.expiresAt)},{' '}
          {t.lastUsedAt ? `used last ${on(t.lastUsedAt)}` : 'not used yet'}
        </span>
      </span>
      <Twice ask="Revoke…" yes="Revoke it" onYes={revoke} />
    </li>
  )
}

function NewToken() {
  const { register, handleSubmit, reset } = useForm({
    defaultValues: { name: '', scope: 'read', days: '365' },
  })
  const [made, setMade] = useState<MadeAccessToken>()
  const save = useSave('tokens')
  const notify = useNotify()
  const make = handleSubmit(({ name, scope, days }) =>
    save.mutate(
      {
        method: 'PUT',
        path: `${paths.tokens}/${uuidv7()}`,
        body: { name, scope, days: Number(days) },
      },
      {
        onSuccess: (answer) => {
          setMade(answer as MadeAccessToken)
          reset()
        },
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    ),
  )
  return (
    <form
      className="mt-3 flex flex-col gap-3 border-t border-rim pt-4"
      onSubmit={(e) => void make(e)}
    >
      <div className="grid items-end gap-3 sm:grid-cols-3">
        <TextField
          label="For what"
          maxLength={60}
          placeholder="the cellar display"
          {...register('name', { required: true, setValueAs: (v: string) => v.trim() })}
        />
        <ChoiceField label="It can" choices={SCOPES} {...register('scope')} />
        <ChoiceField label="For" choices={DAYS} {...register('days')} />
      </div>
      <div>
        <Button type="submit" disabled={save.isPending}>
          Make a token
        </Button>
      </div>
      {made?.token && (
        <TextField
          label="Copy it now. We show it only once. Anyone who has it can act as you."
          readOnly
          value={made.token}
          onFocus={(e) => e.target.select()}
        />
      )}
    </form>
  )
}
