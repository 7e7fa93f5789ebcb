import { type Lot } from '@kelvit/contract'
import { countJars, jarsToCome, showWeight, saidFood, foodIdOf } from '@kelvit/core'
import { useParams } from 'react-router'
import { useLotBook } from '../../household/facts'
import { History } from '../../household/history'
import { LOT_STATE_WORDS } from '../../household/lot-words'
import { useHousehold } from '../../household/session'
import { showDay } from '../../household/words'
import { useLot } from '../../sync/one'
import { Button, ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { useChangeLot } from './change-lot'
import { LookIn } from './look-in'
import { LotForm } from './lot-form'
import { OtherEnds } from './other-ends'

/** One lot: what it is, what it still makes, and everything of it to be put right. */
export function Page() {
  const { id = '' } = useParams()
  const query = useLot(id)
  const lot = query.data
  const name = lot ? saidFood(foodIdOf(lot.foodId, lot.jarOf)) : 'lot'
  return (
    <Sheet
      question={lot ? `What happens to the ${name}?` : 'What happens to this lot?'}
      aside={lot ? lot.said : undefined}
      actions={lot && <Actions lot={lot} />}
    >
      {query.isError && !lot && <Trouble error={query.error} retry={() => void query.refetch()} />}
      {query.isPending && <Skeleton />}
      {lot === null && (
        <Empty
          title="This lot doesn’t exist"
          action={<ButtonLink to="/harvest">To Harvest</ButtonLink>}
        >
          It may have been removed, or it belongs to another household.
        </Empty>
      )}
      {lot && (
        <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)]">
          <LotForm key={lot.id} lot={lot} />
          <Panel label="About this lot" className="flex flex-col gap-3">
            <h2>About this lot</h2>
            <Standing lot={lot} />
            <LookIn lot={lot} />
            <OtherEnds key={lot.version} lot={lot} />
            <History table="lots" id={lot.id} />
          </Panel>
        </div>
      )}
    </Sheet>
  )
}

function Actions({ lot }: { readonly lot: Lot }) {
  const { may } = useHousehold()
  const change = useChangeLot()
  if (!may('helper')) return null
  const open = lot.state === 'in-house' || lot.state === 'expected'
  if (!open) return <Button onClick={() => change(lot, 'in-house')}>It’s still here</Button>
  return (
    <>
      {lot.state === 'expected' ? (
        <Button look="main" onClick={() => change(lot, 'in-house')}>
          It came in
        </Button>
      ) : (
        <ButtonLink look="main" to={`/stove/plan?lot=${lot.id}`}>
          Plan a load
        </ButtonLink>
      )}
    </>
  )
}

function Standing({ lot }: { readonly lot: Lot }) {
  const book = useLotBook()
  const { household } = useHousehold()
  const rest = book && Math.round(jarsToCome(book, lot))
  const row = (name: string, value: string) => (
    <div className="flex justify-between gap-4 border-t border-rim py-1.5 first:border-0">
      <dt className="text-ink-soft">{name}</dt>
      <dd className="tabular text-right font-semibold">{value}</dd>
    </div>
  )
  return (
    <dl>
      {row('It is', LOT_STATE_WORDS[lot.state])}
      {row(lot.state === 'expected' ? 'Expected' : 'Came in', showDay(lot.arrivedOn))}
      {row('Can by', showDay(lot.canBy))}
      {row('Amount', showWeight(lot.lb, household.units))}
      {rest !== undefined &&
        (lot.state === 'in-house' || lot.state === 'expected') &&
        row('Still makes about', countJars(rest, lot.jar))}
    </dl>
  )
}
