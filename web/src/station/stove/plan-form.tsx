import { usePlan, type PlanFormProps } from './use-plan'
import { PlanFields, ProcessFigures } from './plan-fields'
import { paths } from '@kelvit/contract'
import { cookMinutes, handsPerQuartOf, gaugeOf, minimumFor } from '@kelvit/core'
import { Temporal } from 'temporal-polyfill'
import { type FormEvent } from 'react'
import { Link, useNavigate } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../sync/changes'
import { useHousehold } from '../../household/session'
import { LoadLane } from '../../chart/load-lane'
import { Button } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Caution, Panel } from '../../ui/panel'
import { Refusal } from '../../ui/states'

export function PlanForm(props: PlanFormProps) {
  const plan = usePlan(props)
  const { household, may } = useHousehold()
  const save = useSave('loads')
  const notify = useNotify()
  const navigate = useNavigate()
  const { lot, canner, form, answer } = plan
  if (!lot || !canner || !form || !answer) return null
  const [block] = canner.blocks
  const least = minimumFor(canner.minimum, plan.jar)
  const startMs = Temporal.PlainDateTime.from(plan.start || '2000-01-01T00:00').toZonedDateTime(
    household.zone,
  ).epochMilliseconds
  const jarsOk = Number.isInteger(plan.jars) && plan.jars >= least && plan.jars <= plan.capacity
  const jarsWrong =
    plan.capacity === 0
      ? 'This canner doesn’t take these jars, by its manual.'
      : jarsOk
        ? undefined
        : `From ${least} to ${plan.capacity} at once.`
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    const id = uuidv7()
    const body = {
      cannerId: canner.id,
      startsAt: new Date(startMs).toISOString(),
      portions: [
        {
          id: uuidv7(),
          lotId: lot.id,
          formId: form.id,
          pack: plan.pack,
          jar: plan.jar,
          mouth: plan.mouth,
          jars: plan.jars,
        },
      ],
    }
    save.mutate(
      { method: 'PUT', path: `${paths.loads}/${id}`, body },
      {
        onSuccess: () => {
          notify.done('Load planned.')
          void navigate(`/stove/${id}`)
        },
      },
    )
  }
  return (
    <form
      onSubmit={submit}
      className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.5fr)]"
    >
      <PlanFields plan={plan} lots={props.lots} canners={props.canners} jarsWrong={jarsWrong} />
      <Panel
        rim={answer.outcome === 'refused' || block ? 'stop' : 'plain'}
        className="flex flex-col gap-5"
      >
        {answer.outcome === 'refused' ? (
          <div>
            <h2 className="mb-2">There’s no tested process for this</h2>
            <p className="mb-2 leading-relaxed">{answer.sentence}</p>
            <p>
              Instead: <strong>{answer.instead.join(', ')}</strong>.
            </p>
          </div>
        ) : (
          <>
            <ProcessFigures process={answer} gauge={gaugeOf(canner)} />
            {jarsOk && (
              <LoadLane
                canner={canner}
                jar={plan.jar}
                jars={plan.jars}
                prepMinPerQuart={handsPerQuartOf(form.id)}
                processMinutes={answer.minutes}
                cookMin={cookMinutes([{ formId: form.id }])}
                restMinutes={household.settings.restMinutes}
                start={startMs}
              />
            )}
          </>
        )}
        {block ? (
          <Caution>
            <strong>{canner.name} can’t be used.</strong> {block.sentence}{' '}
            <Link to="/gear" className="text-kettle underline">
              Go to gear
            </Link>
          </Caution>
        ) : (
          answer.outcome === 'process' && (
            <Caution>
              Use exactly this tested process. Never shorten it. For water and venting, your
              canner’s manual comes first.
            </Caution>
          )
        )}
        <Refusal of={save.error} />
        <Button
          type="submit"
          look="main"
          className="self-start"
          disabled={
            !jarsOk ||
            answer.outcome === 'refused' ||
            block !== undefined ||
            save.isPending ||
            !may('helper')
          }
        >
          {save.isPending ? 'Planning…' : 'Plan this load'}
        </Button>
      </Panel>
    </form>
  )
}
