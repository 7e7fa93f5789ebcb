import { DateField } from '../../household/date-field'
import { paths, type CannerRead, type GaugeRecall } from '@kelvit/contract'
import { useState, type FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { request } from '../../sync/request'
import { useToday } from '../../household/session'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Refusal } from '../../ui/states'

/** Whether a test puts any load in doubt. */
const touched = (id: string): Promise<boolean> =>
  request<GaugeRecall>('GET', `${paths.gaugeTests}/${id}/recall`).then(
    (r) => r.loads.length > 0,
    () => false,
  )

/** What the extension service or a master gauge said about a dial. */
export function GaugeTestForm({
  canner,
  onClose,
}: {
  readonly canner: CannerRead
  readonly onClose: () => void
}) {
  const today = useToday()
  const save = useSave('canners')
  const notify = useNotify()
  const navigate = useNavigate()
  const [testedOn, setTestedOn] = useState(today)
  const [error, setError] = useState('0')
  const [testedBy, setTestedBy] = useState('')
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    const id = uuidv7()
    save.mutate(
      {
        method: 'PUT',
        path: `${paths.gaugeTests}/${id}`,
        body: {
          cannerId: canner.id,
          testedOn,
          errorPsi: Number(error.replace(',', '.')),
          testedBy,
        },
      },
      {
        onSuccess: () => {
          notify.done('Gauge test noted.')
          onClose()
          void touched(id).then((any) => any && navigate(`/gear/recall/${id}`))
        },
      },
    )
  }
  return (
    <Sheet
      open
      onOpenChange={(o) => !o && onClose()}
      title={`Gauge test, ${canner.name.toLowerCase()}`}
      about="A dial is tested every year and when new. Off by more than 2 psi: replace it."
    >
      <form onSubmit={submit} className="flex flex-col gap-4">
        <DateField label="Tested on" max={today} value={testedOn} onChange={setTestedOn} required />
        <TextField
          label="Reads high by, psi"
          type="number"
          step="0.25"
          min={-15}
          max={15}
          value={error}
          onChange={(e) => setError(e.target.value)}
          help="A dial that reads low has a minus. Kelvit adds this to the figure to hold."
          required
        />
        <TextField
          label="Tested by"
          value={testedBy}
          onChange={(e) => setTestedBy(e.target.value)}
          required
        />
        <Refusal of={save.error} />
        <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
          Note it
        </Button>
      </form>
    </Sheet>
  )
}
