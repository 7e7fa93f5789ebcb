import { DateField } from './date-field'
import { paths, type CannerRead, type GaugeRecall } from '@kelvit/contract'
import { Controller, useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../sync/changes'
import { request } from '../sync/request'
import { PressureField } from './measure-fields'
import { useToday } from './session'
import { Button } from '../ui/button'
import { TextField } from '../ui/field'
import { useNotify } from '../ui/notice'
import { Sheet } from '../ui/sheet'
import { Refusal } from '../ui/states'

/** Whether a test puts any load in doubt. */
const touched = (id: string): Promise<boolean> =>
  request<GaugeRecall>('GET', `${paths.gaugeTests}/${id}/recall`).then(
    (r) => r.loads.length > 0,
    () => false,
  )

interface Typed {
  testedOn: string
  errorPsi: number | null
  testedBy: string
}

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
  const { register, control, handleSubmit } = useForm<Typed>({
    // Nobody's dial is right by default: the test says how it reads.
    defaultValues: { testedOn: today, errorPsi: null, testedBy: '' },
  })
  const send = (typed: Typed): void => {
    const id = uuidv7()
    save.mutate(
      {
        method: 'PUT',
        path: `${paths.gaugeTests}/${id}`,
        body: { cannerId: canner.id, ...typed },
      },
      {
        onSuccess: () => {
          notify.done('Gauge test recorded.')
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
      title={`Gauge test, ${canner.name}`}
      about="A dial is tested every year and when new. Off by more than 2 psi: replace it."
    >
      <form onSubmit={(e) => void handleSubmit(send)(e)} className="flex flex-col gap-4">
        <Controller
          control={control}
          name="testedOn"
          render={({ field }) => (
            <DateField
              label="Tested on"
              max={today}
              value={field.value}
              onChange={field.onChange}
              required
            />
          )}
        />
        <Controller
          control={control}
          name="errorPsi"
          render={({ field }) => (
            <PressureField
              label="Reads high by"
              min={-15}
              max={15}
              required
              value={field.value}
              onValue={field.onChange}
              help="0 when it is right; a dial that reads low has a minus. Kelvit adds this to the figure to hold."
            />
          )}
        />
        <TextField label="Tested by" required {...register('testedBy')} />
        <Refusal of={save.error} />
        <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
          Record test
        </Button>
      </form>
    </Sheet>
  )
}
