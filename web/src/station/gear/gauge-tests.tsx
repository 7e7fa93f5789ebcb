import { paths, type CannerRead, type GaugeTest } from '@kelvit/contract'
import { dialWords } from '@kelvit/core'
import { useState } from 'react'
import { FormProvider, useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { GaugeTestFields, type TypedTest } from '../../household/gauge-test-fields'
import { useShowRecall } from '../../household/show-recall'
import { useHousehold, useToday } from '../../household/session'
import { plural, showDate } from '../../household/words'
import { useSave } from '../../sync/changes'
import { useGaugeTests } from '../../sync/queries'
import { Button } from '../../ui/button'
import { TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Refusal } from '../../ui/states'

/** Tests shown before the older ones are asked for. */
const SHOWN = 4

/** Every test of a dial, newest first; one that was a slip is put right here. */
export function GaugeTests({ canner }: { readonly canner: CannerRead }) {
  const { may, household } = useHousehold()
  const today = useToday()
  const [wrong, setWrong] = useState<GaugeTest>()
  const [all, setAll] = useState(false)
  const tests = (useGaugeTests().data ?? [])
    .filter((t) => t.cannerId === canner.id)
    .sort((a, b) => b.testedOn.localeCompare(a.testedOn))
  if (tests.length === 0) return null
  return (
    <div className="border-t border-rim pt-3">
      <h3 className="mb-1">Gauge tests</h3>
      <ul>
        {(all ? tests : tests.slice(0, SHOWN)).map((t) => (
          <li key={t.id} className="flex flex-wrap items-center justify-between gap-x-3 py-1">
            <span>
              {t.struckAt ? (
                <>
                  <s>
                    {showDate(t.testedOn, today)},{' '}
                    {dialWords(t.errorPsi, canner.dialMarks ?? household.units)}
                  </s>{' '}
                  <span className="text-ink-soft">
                    crossed out by {t.struckBy}: {t.struckWhy}
                  </span>
                </>
              ) : (
                <>
                  <Link to={`/gear/recall/${t.id}`} className="text-kettle underline">
                    {showDate(t.testedOn, today)},{' '}
                    {dialWords(t.errorPsi, canner.dialMarks ?? household.units)}
                  </Link>
                  {t.testedBy && <span className="text-ink-soft">, {t.testedBy}</span>}
                </>
              )}
            </span>
            {may('keeper') && !t.struckAt && (
              <Button
                size="small"
                look="quiet"
                onClick={() => setWrong(t)}
                aria-label={`Correct the test of ${showDate(t.testedOn, today)}`}
              >
                Correct…
              </Button>
            )}
          </li>
        ))}
      </ul>
      {!all && tests.length > SHOWN && (
        <Button size="small" look="quiet" onClick={() => setAll(true)}>
          Show {plural(tests.length - SHOWN, 'older test')}
        </Button>
      )}
      {wrong && <Correct test={wrong} close={() => setWrong(undefined)} />}
    </div>
  )
}

type Typed = TypedTest & { readonly why: string }

/** A test that was written down wrong: struck out, with the right one in its place or without. */
function Correct({ test, close }: { readonly test: GaugeTest; readonly close: () => void }) {
  const save = useSave('gauge-tests')
  const showRecall = useShowRecall()
  const notify = useNotify()
  const [never, setNever] = useState(false)
  const form = useForm<Typed>({
    defaultValues: { testedOn: test.testedOn, errorPsi: null, testedBy: test.testedBy, why: '' },
  })
  const send = ({ why, ...typed }: Typed): void => {
    const instead = never ? undefined : { id: uuidv7(), ...typed }
    save.mutate(
      {
        method: 'PUT',
        path: `${paths.gaugeTests}/${test.id}/struck`,
        body: { why, ...(instead ? { instead } : {}) },
      },
      {
        onSuccess: () => {
          notify.done('Gauge test corrected. Kelvit checked every load again.')
          close()
          if (instead) showRecall(instead.id)
        },
      },
    )
  }
  return (
    <Sheet
      open
      onOpenChange={(o) => !o && close()}
      title="Correct a gauge test"
      about="Kelvit crosses out the old test, keeps it in the record, and checks every load on this dial again."
    >
      <FormProvider {...form}>
        <form onSubmit={(e) => void form.handleSubmit(send)(e)} className="flex flex-col gap-4">
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 accent-kettle"
              checked={never}
              onChange={(e) => setNever(e.target.checked)}
            />
            There was no such test
          </label>
          {!never && (
            <>
              <GaugeTestFields cannerId={test.cannerId} />
              <TextField label="Tested by" {...form.register('testedBy')} />
            </>
          )}
          <TextField
            label="What was wrong?"
            required
            help="For example: typed 0 instead of 1½."
            {...form.register('why', { minLength: 3 })}
          />
          <Refusal of={save.error} />
          <Button type="submit" look="main" className="self-start" disabled={save.isPending}>
            {never ? 'Cross out test' : 'Correct test'}
          </Button>
        </form>
      </FormProvider>
    </Sheet>
  )
}
