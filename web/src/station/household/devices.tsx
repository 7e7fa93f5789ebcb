import { paths, type Device, type HouseAddress } from '@kelvit/contract'
import { useQuery } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { toString } from 'qrcode'
import { WhileLocked } from '../../alarm/locked'
import { useTimes } from '../../household/words'
import { useSave } from '../../sync/changes'
import { nowMs } from '../../sync/clock'
import { request, sentenceOf } from '../../sync/request'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'
import { Trouble } from '../../ui/states'
import { Twice } from '../../ui/twice'

/** Where the devices of the house find Kelvit; both null where it serves this machine only. */
export const useHouse = () =>
  useQuery({
    queryKey: ['house'],
    queryFn: () => request<HouseAddress>('GET', paths.house),
    staleTime: 60_000,
  })

/** An address as a picture to point a camera at. */
export function Code({ of, label }: { readonly of: string; readonly label: string }) {
  const drawn = useQuery({
    queryKey: ['code', of],
    queryFn: () => toString(of, { type: 'svg', margin: 2 }),
    staleTime: Infinity,
  })
  if (!drawn.data) return null
  return (
    <img
      alt={label}
      className="size-48 rounded-md border border-rim bg-white"
      src={`data:image/svg+xml;utf8,${encodeURIComponent(drawn.data)}`}
    />
  )
}

/** How a phone or tablet of the house comes to Kelvit. */
export function Devices() {
  const house = useHouse().data
  return (
    <Panel label="Devices" className="flex flex-col gap-4">
      <div>
        <h2 className="mb-2">Devices</h2>
        <SignedInDevices />
      </div>
      <WhileLocked />
      {house && <Another house={house} />}
    </Panel>
  )
}

/** The way of a further phone or tablet to Kelvit. */
function Another({ house }: { readonly house: HouseAddress }) {
  return (
    <section aria-label="Another phone or tablet" className="border-t border-rim pt-3">
      <h3 className="mb-2 font-semibold">Another phone or tablet</h3>
      {house.trust && house.home ? (
        <div className="flex flex-wrap items-start gap-5">
          <Code of={house.trust} label="Code to trust this house" />
          <ol className="min-w-52 flex-1 list-decimal pl-5 leading-relaxed">
            <li>Connect the phone to your home network.</li>
            <li>Scan this code, or open {house.trust}</li>
            <li>Follow the steps there once. Then open {house.home}</li>
          </ol>
        </div>
      ) : (
        <p className="max-w-prose leading-relaxed">
          Kelvit only serves this computer now. To use phones and tablets, stop it and start it with{' '}
          <code>./kelvit start --house</code>.
        </p>
      )}
    </section>
  )
}

/** Devices on which somebody is signed in. */
export const useDevices = () =>
  useQuery({
    queryKey: ['devices'],
    queryFn: () => request<readonly Device[]>('GET', paths.devices),
    staleTime: 0,
  })

/** They are named, called or not, and signed out. */
function SignedInDevices() {
  const devices = useDevices()
  if (devices.isError) return <Trouble error={devices.error} retry={() => void devices.refetch()} />
  return (
    <ul>
      {devices.data?.map((d) => (
        <SignedInDevice key={d.id} device={d} />
      ))}
    </ul>
  )
}

function SignedInDevice({ device: d }: { readonly device: Device }) {
  const { dayTime } = useTimes()
  const save = useSave('devices')
  const notify = useNotify()
  const [name, setName] = useState<string>()
  const path = `${paths.devices}/${d.id}`
  const failed = (e: unknown): void => notify.trouble(sentenceOf(e))
  const signOut = (): void =>
    save.mutate(
      { method: 'DELETE', path },
      { onSuccess: () => notify.done(`${d.name} is signed out.`), onError: failed },
    )
  const rename = (e: FormEvent): void => {
    e.preventDefault()
    save.mutate(
      { method: 'PATCH', path, body: { name } },
      { onSuccess: () => setName(undefined), onError: failed },
    )
  }
  return (
    <li className="flex min-h-14 flex-wrap items-center justify-between gap-2 border-t border-rim py-1.5 first:border-0">
      {name === undefined ? (
        <span>
          <strong>{d.name}</strong>
          {d.here && ' (this device)'}
          <span className="block text-[15px] text-ink-soft">
            {d.of}, {d.here ? 'in use now' : `seen ${dayTime(Date.parse(d.lastSeenAt), nowMs())}`}.{' '}
            {d.calls ? 'Called when locked.' : 'Not called when locked.'}
          </span>
        </span>
      ) : (
        <form onSubmit={rename} className="flex flex-wrap items-end gap-2">
          <TextField
            label="Name of this device"
            maxLength={40}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button type="submit" size="small" disabled={name.trim() === '' || save.isPending}>
            Save
          </Button>
          <Button size="small" look="quiet" onClick={() => setName(undefined)}>
            Cancel
          </Button>
        </form>
      )}
      {name === undefined && (
        <span className="flex gap-1">
          {d.mine && (
            <Button size="small" look="quiet" onClick={() => setName(d.name)}>
              Rename
            </Button>
          )}
          {!d.here && <Twice ask="Sign out…" yes="Sign it out" onYes={signOut} />}
        </span>
      )}
    </li>
  )
}
