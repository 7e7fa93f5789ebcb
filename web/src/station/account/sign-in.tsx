import { paths } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { Link, useSearchParams } from 'react-router'
import { setupQuery } from '../../sync/queries'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { Door } from './door'
import { ownPath, useEnter } from './enter'
import { Refusal } from '../../ui/states'

export function Page() {
  const [search] = useSearchParams()
  const { enter, busy, trouble } = useEnter(ownPath(search.get('to')))
  const setup = useQuery(setupQuery).data
  const [name, setName] = useState('')
  const [passphrase, setPassphrase] = useState('')
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    void enter(paths.session, { name, passphrase })
  }
  return (
    <Door title="Sign in">
      {search.get('ended') && (
        <p role="status" className="mb-4 font-semibold">
          You were signed out on this device. Sign in to go on.
        </p>
      )}
      <form onSubmit={submit} className="flex flex-col gap-4">
        <TextField
          label="Your sign-in name"
          autoComplete="username"
          required
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <TextField
          label="Passphrase"
          type="password"
          autoComplete="current-password"
          required
          value={passphrase}
          onChange={(e) => setPassphrase(e.target.value)}
        />
        <Refusal of={trouble} />
        <Button type="submit" look="main" disabled={busy}>
          {busy ? 'Opening…' : 'Sign in'}
        </Button>
      </form>
      {setup?.demo && (
        <div className="mt-6 rounded-md border border-t-[3px] border-rim border-t-brass bg-crock p-4">
          <p className="mb-3 text-[15px] leading-relaxed">
            <strong>Just looking?</strong> Quillback Farm is a made-up household in the middle of
            its season. Try anything you like.
          </p>
          <Button disabled={busy} onClick={() => void enter(paths.session, { demo: true })}>
            Enter the demo
          </Button>
        </div>
      )}
      {setup?.registrationOpen && (
        <p className="mt-6">
          New here?{' '}
          <Link to="/start" className="font-semibold text-kettle underline">
            Make your household
          </Link>
        </p>
      )}
    </Door>
  )
}
