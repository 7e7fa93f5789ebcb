import { paths, type CannerRead, type Gauge, type NewlyMadeGauge } from '@kelvit/contract'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useGauges } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold } from '../../household/session'
import { useTimes } from '../../household/words'
import { nowMs } from '../../sync/clock'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Twice } from '../../ui/twice'

/** Gauges of a canner that write their readings by themselves; the keeper makes and revokes them. */
export function Gauges({ canner }: { readonly canner: CannerRead }) {
  const gauges = (useGauges().data ?? []).filter((g) => g.cannerId === canner.id)
  const { may } = useHousehold()
  const [adding, setAdding] = useState(false)
  if (!may('keeper') && gauges.length === 0) return null
  return (
    <div className="border-t border-rim pt-3">
      <h3 className="mb-1">Gauges that send readings</h3>
      {gauges.length === 0 && (
        <p className="text-[15px] text-ink-soft">
          None. A device can send its readings with its own token.
        </p>
      )}
      <ul>
        {gauges.map((g) => (
          <GaugeLine key={g.id} gauge={g} />
        ))}
      </ul>
      {may('keeper') && (
        <Button size="small" look="quiet" onClick={() => setAdding(true)}>
          Add one
        </Button>
      )}
      {adding && <NewGauge canner={canner} close={() => setAdding(false)} />}
    </div>
  )
}

function GaugeLine({ gauge }: { readonly gauge: Gauge }) {
  const { may } = useHousehold()
  const { dayTime } = useTimes()
  const save = useSave('gauges')
  const notify = useNotify()
  const revoke = (): void =>
    save.mutate(
      { method: 'DELETE', path: `${paths.gauges}/${gauge.id}` },
      {
        onSuccess: () => notify.done(`${gauge.name} no longer sends readings.`),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <li className="flex flex-wrap items-center justify-between gap-2 py-1">
      <span>
        {gauge.name}
        {gauge.simulated && <span className="text-squash"> (simulated)</span>}
        <span className="text-ink-soft">
          ,{' '}
          {gauge.lastHeardAt
            ? `last heard ${dayTime(Date.parse(gauge.lastHeardAt), nowMs())}`
            : 'not heard yet'}
        </span>
      </span>
      {may('keeper') && <Twice ask="Revoke…" yes="Revoke its token" onYes={revoke} />}
    </li>
  )
}

function NewGauge({ canner, close }: { readonly canner: CannerRead; readonly close: () => void }) {
  const { register, handleSubmit, watch } = useForm({
    defaultValues: { name: '', simulated: false },
  })
  const [made, setMade] = useState<NewlyMadeGauge>()
  const save = useSave('gauges')
  const notify = useNotify()
  const make = handleSubmit(({ name, simulated }) =>
    save.mutate(
      {
        method: 'PUT',
        path: `${paths.gauges}/${uuidv7()}`,
        body: { cannerId: canner.id, name: name.trim(), simulated },
      },
      {
        onSuccess: (gauge) => setMade(gauge as NewlyMadeGauge),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    ),
  )
  return (
    <Sheet
      open
      onOpenChange={(o) => !o && close()}
      title={made ? 'Its token' : `A gauge for ${canner.name}`}
      about={
        made
          ? 'Enter it in the device now. We show it only once.'
          : 'A device that reads the pressure and sends it to Kelvit.'
      }
    >
      {made ? (
        <div className="flex flex-col gap-3">
          <p className="rounded-md border border-rim p-3 font-mono break-all select-all">
            {made.token}
          </p>
          <p className="text-[15px] leading-relaxed text-ink-soft">
            It posts to <code>{`${paths.gauges}/${made.id}/readings`}</code> with this token as
            bearer. The API’s description shows the format.
          </p>
          <Button look="main" className="self-start" onClick={close}>
            I’ve entered it
          </Button>
        </div>
      ) : (
        <form className="flex flex-col gap-4" onSubmit={(e) => void make(e)}>
          <TextField
            label="Name"
            maxLength={60}
            placeholder="Gauge on the tall canner"
            {...register('name', { validate: (name) => name.trim() !== '' })}
          />
          <label className="flex min-h-11 items-center gap-3">
            <input type="checkbox" className="size-6 accent-kettle" {...register('simulated')} />
            Its readings are simulated. Every load with them says so.
          </label>
          <div className="flex gap-3">
            <Button type="submit" look="main" disabled={!watch('name').trim() || save.isPending}>
              Add it
            </Button>
            <Button onClick={close}>Not now</Button>
          </div>
        </form>
      )}
    </Sheet>
  )
}
