import type { NeedRow } from '@kelvit/contract'
import { saidFood, shortFood } from '@kelvit/core'
import { useMemo, useState } from 'react'
import { useJars, useLoads, useLots, useNeeds, useYields } from '../../sync/queries'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { showDate } from '../../household/words'
import { YearCoverage } from '../../chart/year-coverage'
import { Button } from '../../ui/button'
import { Page } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { coveredShare, viewNeed, type NeedView } from '@kelvit/core'
import { NeedForm } from './need-form'
import { NeedTable } from './need-table'

/** What you eat until each crop's next harvest, and what is still to can for it. */
export function NeedsPage() {
  const [needs, jars, yields] = [useNeeds(), useJars(), useYields()]
  const [lots, loads] = [useLots(), useLoads()]
  const broken = [needs, jars, lots, loads, yields].find((q) => q.isError && !q.data)
  const ready = needs.data && jars.data && lots.data && loads.data && yields.data
  const { may } = useHousehold()
  const today = useToday()
  const [open, setOpen] = useState<NeedRow | 'new'>()
  const views = useMemo(
    () =>
      ready
        ? needs.data.map((n) =>
            viewNeed(n, {
              jars: jars.data,
              lots: lots.data,
              loads: loads.data,
              yields: yields.data,
              today,
            }),
          )
        : [],
    [ready, needs.data, jars.data, lots.data, loads.data, yields.data, today],
  )
  const share = coveredShare(views)
  return (
    <Page
      question="What will we eat?"
      aside={
        share === null
          ? 'jars for every meal until the next harvest'
          : `${Math.round(share * 100)}% of the year’s jar weeks covered`
      }
      actions={
        may('helper') && (
          <Button look="main" onClick={() => setOpen('new')}>
            Add a food
          </Button>
        )
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !ready && <Skeleton />}
      {ready && views.length === 0 && (
        <Empty
          title="No meals planned yet"
          action={
            may('helper') && (
              <Button look="main" onClick={() => setOpen('new')}>
                Add a food
              </Button>
            )
          }
        >
          Tell Kelvit how often you eat a food. It works out jars, pounds and feet of row until the
          next harvest.
        </Empty>
      )}
      {ready && views.length > 0 && (
        <div className="flex flex-col gap-5">
          <Panel label="The coming year">
            <h2 className="mb-2">{headline(views)}</h2>
            <YearCoverage rows={views.map(rowOf)} />
          </Panel>
          <NeedTable views={views} edit={setOpen} />
        </div>
      )}
      {open && (
        <NeedForm
          {...(open === 'new' ? {} : { need: open })}
          taken={needs.data?.map((n) => n.foodId) ?? []}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Page>
  )
}

const firstGap = (v: NeedView<NeedRow>): string | undefined =>
  v.weeks.find((w) => w.kind === 'gap')?.from

/** The first food to run out, in a sentence. */
function headline(views: readonly NeedView<NeedRow>[]): string {
  const gaps = views
    .flatMap((v) => {
      const from = firstGap(v)
      return from ? [{ v, from }] : []
    })
    .sort((a, b) => a.from.localeCompare(b.from))
  const [first] = gaps
  if (!first) return 'The whole year is covered'
  return `${gaps.length === 1 ? 'One food runs' : `${gaps.length} foods run`} out; first the ${saidFood(first.v.need.foodId)}, on ${showDate(first.from)}`
}

function rowOf(v: NeedView<NeedRow>) {
  const gap = firstGap(v)
  const weeks = v.weeks.filter((w) => w.kind === 'gap').length
  return {
    id: v.need.id,
    name: shortFood(v.need.foodId),
    tint: tintOf(v.need.foodId),
    weeks: v.weeks,
    note: gap ? `${weeks} weeks short from ${showDate(gap)}` : 'covered',
  }
}
