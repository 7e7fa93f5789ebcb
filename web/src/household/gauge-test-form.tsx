import { paths, type CannerRead } from '@kelvit/contract'
import { FormProvider, useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../sync/changes'
import { GaugeTestFields, type TypedTest } from './gauge-test-fields'
import { useShowRecall } from './show-recall'
import { useToday } from './session'
import { Button } from '../ui/button'
import { TextField } from '../ui/field'
import { useNotify } from '../ui/notice'
import { Sheet } from '../ui/sheet'
import { Refusal } from '../ui/states'

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
  const showRecall = useShowRecall()
  const form = useForm<TypedTest>({
    defaultValues: { testedOn: today, errorPsi: null, testedBy: '' },
  })
  const send = (typed: TypedTest): void => {
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
          showRecall(id)
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
      <FormProvider {...form}>
        <form onSubmit={(e) => void form.handleSubmit(send)(e)} className="flex flex-col gap-4">
          <GaugeTestFields cannerId={canner.id} />
          <TextField label="Tested by" required {...form.register('testedBy')} />
          <Refusal of={save.error} />
          <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
            Record test
          </Button>
        </form>
      </FormProvider>
    </Sheet>
  )
}
