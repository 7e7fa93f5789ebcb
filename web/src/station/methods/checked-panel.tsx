import { paths } from '@kelvit/contract'
import { type FoodForm } from '@kelvit/core'
import { useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useChecks } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold, useToday } from '../../household/session'
import { showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Panel } from '../../ui/panel'

/** "Checked against my copy": who, when, which edition. */
export function CheckedPanel({ form }: { readonly form: FoodForm }) {
  const { may } = useHousehold()
  const today = useToday()
  const check = useChecks().data?.find((c) => c.formId === form.id)
  const save = useSave('process-checks')
  const notify = useNotify()
  const { register, handleSubmit } = useForm({ defaultValues: { edition: '' } })
  const submit = handleSubmit(({ edition }) =>
    save.mutate(
      {
        method: 'PUT',
        path: `${paths.processChecks}/${uuidv7()}`,
        body: { formId: form.id, edition },
      },
      {
        onSuccess: () => notify.done('Marked as checked.'),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    ),
  )
  return (
    <Panel rim={check ? 'done' : 'due'} label="Checked against my copy">
      <h2 className="mb-2">
        {check ? 'Checked against our copy' : 'Not checked against a printed guide yet'}
      </h2>
      {form.confirmWithExtension && (
        <p className="mb-2 font-semibold text-squash">
          This one isn’t in the national guide. Ask your extension service before you use it.
        </p>
      )}
      {check ? (
        <>
          <p className="leading-relaxed">
            By {check.checkedBy}, {showDate(check.checkedOn, today)}: {check.edition}.
          </p>
          {may('helper') && (
            <Button
              size="small"
              look="quiet"
              className="mt-2"
              onClick={() =>
                save.mutate({ method: 'DELETE', path: `${paths.processChecks}/${check.id}` })
              }
            >
              Remove the mark
            </Button>
          )}
        </>
      ) : (
        <>
          <p className="mb-3 leading-relaxed text-ink-soft">
            Compare these figures with your current printed guide once, and mark them as checked
            here.
          </p>
          {may('helper') && (
            <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-3">
              <TextField
                label="Edition you compared"
                minLength={3}
                maxLength={200}
                required
                placeholder="printed guide, 2015 revision"
                {...register('edition')}
              />
              <Button type="submit" className="self-start" disabled={save.isPending}>
                The figures match
              </Button>
            </form>
          )}
        </>
      )}
      <p className="mt-3 text-sm">
        <Link to="/methods" className="text-kettle underline">
          All methods
        </Link>
      </p>
    </Panel>
  )
}
