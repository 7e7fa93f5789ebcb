import { useLoads } from '../../../sync/queries'
import { useSeason } from '../../../household/season'
import { useHousehold } from '../../../household/session'
import { ButtonLink } from '../../../ui/button'
import { Page as Sheet } from '../../../ui/page'
import { Panel } from '../../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../../ui/states'
import { SeasonBoard } from './board'

/** Which loads, when? */
export function Page() {
  const { view, broken } = useSeason()
  const loads = useLoads()
  const { may } = useHousehold()
  if (broken || !view || !loads.data)
    return (
      <Sheet question="Which loads, when?">
        {broken ? (
          <Trouble error={broken.error} retry={() => void broken.refetch()} />
        ) : (
          <Skeleton rows={6} />
        )}
      </Sheet>
    )
  const neverOpen = view.records.calendar.hours.every((h) => h.opens === null)
  if (view.season.model.lots.length === 0 || neverOpen)
    return (
      <Sheet question="Which loads, when?">
        <Panel>
          {neverOpen ? (
            <Empty
              title="When is the kitchen free?"
              action={
                <ButtonLink to="/season/hours" look="main">
                  Set the kitchen’s hours
                </ButtonLink>
              }
            >
              Tell us which evenings and Saturdays you can, and how many people help. Kelvit plans
              the season into those hours.
            </Empty>
          ) : (
            <Empty
              title="Nothing is waiting to be canned"
              action={
                <ButtonLink to="/harvest" look="main">
                  Weigh in, or expect a harvest
                </ButtonLink>
              }
            >
              Kelvit plans the season from the lots in the house and on the way.
            </Empty>
          )}
        </Panel>
      </Sheet>
    )
  return <SeasonBoard view={view} loads={loads.data} mayPlan={may('helper')} />
}
