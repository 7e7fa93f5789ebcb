import { paths, type NeedRow, type NextSeasonPlan, type Planting } from '@kelvit/contract'
import {
  addDays,
  daysBetween,
  mealsOfUse,
  needsDiffer,
  jarName,
  nextSeason,
  type NextFood,
  type NextGear,
} from '@kelvit/core'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { useHousehold, useToday } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { plural } from '../../household/words'
import { useSave } from '../../sync/changes'
import {
  useFoodUse,
  useJarGroups,
  useJars,
  useLidLots,
  useLoads,
  useLots,
  useNeeds,
  useYields,
} from '../../sync/queries'
import { usePlantings } from '../../sync/record-queries'
import { sentenceOf } from '../../sync/request'
import { Button, ButtonLink } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { NextFoods } from './next-foods'

/** What next season is to bring: from what is eaten, what a harvest makes and what will be left. */
export function Page() {
  const today = useToday()
  const asked = [
    useJars(),
    useLots(),
    useLoads(),
    useYields(),
    useJarGroups(),
    useLidLots(),
  ] as const
  const [jars, lots, loads, yields, jarGroups, lidLots] = asked
  const [needs, use, plantings] = [useNeeds(), useFoodUse(), usePlantings()]
  const broken = [...asked, needs, use, plantings].find((q) => q.isError && !q.data)
  const ready =
    jars.data &&
    lots.data &&
    loads.data &&
    yields.data &&
    jarGroups.data &&
    lidLots.data &&
    needs.data &&
    use.data &&
    plantings.data
  const next =
    ready &&
    nextSeason(
      {
        today,
        jars: jars.data,
        lots: lots.data,
        loads: loads.data,
        yields: yields.data,
        jarGroups: jarGroups.data,
        lidLots: lidLots.data,
        needs: needs.data,
      },
      use.data,
    )
  return (
    <Sheet
      question="What should next season bring?"
      aside="from what we eat, what our harvests make, and what will be left"
      actions={<Button onClick={() => print()}>Print</Button>}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !next && <Skeleton />}
      {next?.foods.length === 0 && (
        <Empty
          title="Kelvit doesn’t know yet what you eat"
          action={
            <ButtonLink to="/needs" look="main">
              Say what you eat
            </ButtonLink>
          }
        >
          Enter it once under Needs. What you take from the shelf corrects it over time.
        </Empty>
      )}
      {next && next.foods.length > 0 && (
        <div className="flex flex-col gap-5">
          <Decide foods={next.foods} plantings={plantings.data ?? []} />
          <Buy jars={next.jars} lids={next.lids} />
        </div>
      )}
    </Sheet>
  )
}

/** A planting of the food that bears in the season to come. */
const nextBed = (plantings: readonly Planting[], { need }: NextFood<NeedRow>) =>
  plantings.find((p) => p.foodId === need.foodId && p.lastOn >= need.nextHarvestOn)

interface DecideProps {
  readonly foods: readonly NextFood<NeedRow>[]
  readonly plantings: readonly Planting[]
}

/** Which foods are taken over, and the press that fills Needs and plantings with them. */
function Decide({ foods, plantings }: DecideProps) {
  const today = useToday()
  const { may } = useHousehold()
  const notify = useNotify()
  const takeBack = useTakeBack('needs', 'lots', 'plantings')
  const { mutate, isPending } = useSave('needs', 'lots', 'plantings')
  const [left, setLeft] = useState<ReadonlySet<string>>(
    () => new Set(foods.filter((f) => nextBed(plantings, f)).map((f) => f.need.id)),
  )
  const chosen = foods.filter((f) => !left.has(f.need.id))
  const plan = planOf(chosen, plantings, today)
  const count = plan.needs.length + plan.plantings.length
  const toggle = (id: string): void => {
    const now = new Set(left)
    if (!now.delete(id)) now.add(id)
    setLeft(now)
  }
  const send = (): void =>
    mutate(
      { method: 'POST', path: paths.nextSeason, body: plan },
      {
        onSuccess: () => {
          const [need, bed] = [plan.needs[0], plan.plantings[0]]
          const of = need
            ? { table: 'needs', id: need.id, version: need.version + 1 }
            : { table: 'plantings', id: bed?.id ?? '', version: 1 }
          notify.done(`${words(plan)}. You’ll find them under Needs and Harvest.`, () => {
            setLeft(left)
            takeBack(of)
          })
          setLeft(new Set(foods.map((f) => f.need.id)))
        },
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <Panel label="How much to can">
      <NextFoods foods={foods} left={left} toggle={toggle} bedOf={(f) => nextBed(plantings, f)} />
      <div className="no-print mt-4 flex flex-wrap items-center gap-4 border-t border-rim pt-4">
        <Button look="main" disabled={count === 0 || isPending || !may('helper')} onClick={send}>
          {isPending ? 'One moment…' : 'Fill Needs and plantings'}
        </Button>
        <p className="text-[15px] text-ink-soft">
          {count === 0 ? 'Nothing you chose would change anything.' : `${words(plan)}.`}
        </p>
      </div>
    </Panel>
  )
}

const words = ({ needs, plantings }: NextSeasonPlan): string =>
  [
    ...(needs.length > 0 ? [`${plural(needs.length, 'need')} from what you really eat`] : []),
    ...(plantings.length > 0 ? [`${plural(plantings.length, 'planting')} expected`] : []),
  ].join(' and ')

/** Days from the first picking to the last, where no bed of before says otherwise. */
const WINDOW = 21
/** A year in whole weeks: a Saturday stays one. */
const YEAR = 364

/** What would be written: needs that use has corrected, and beds for what is to can. */
function planOf(
  chosen: readonly NextFood<NeedRow>[],
  plantings: readonly Planting[],
  today: string,
): NextSeasonPlan {
  return {
    needs: chosen
      .filter((f) =>
        needsDiffer({ planned: f.planned, rate: f.used, weeksOfRecord: f.weeksOfRecord }),
      )
      .map(({ need, rate }) => ({
        id: need.id,
        version: need.version,
        mealsPerWeek: mealsOfUse(rate, need.jarsPerMeal),
      })),
    plantings: chosen.flatMap((f): NextSeasonPlan['plantings'] => {
      if (!f.wanted) return []
      const { need, wanted } = f
      const before = plantings
        .filter((p) => p.foodId === need.foodId)
        .sort((a, b) => (a.firstOn < b.firstOn ? 1 : -1))[0]
      let firstOn = before ? addDays(before.firstOn, YEAR) : need.nextHarvestOn
      while (firstOn <= today) firstOn = addDays(firstOn, YEAR)
      const window = before ? daysBetween(before.firstOn, before.lastOn) : WINDOW
      return [
        {
          id: uuidv7(),
          foodId: need.foodId,
          formId: need.formId,
          jar: need.jar,
          expectedLb: Math.max(1, Math.round(wanted.lb)),
          rowFt: wanted.rowFt === null ? null : Math.max(1, Math.round(wanted.rowFt)),
          variety: before?.variety ?? null,
          firstOn,
          lastOn: addDays(firstOn, window),
          pickings: before?.pickings ?? 3,
        },
      ]
    }),
  }
}

/** Jars and lids for all of it. */
function Buy({
  jars,
  lids,
}: {
  readonly jars: readonly NextGear[]
  readonly lids: readonly NextGear[]
}) {
  const all = [...jars, ...lids]
  if (all.length === 0) return null
  return (
    <Panel label="Jars and lids" rim={all.some((g) => g.toBuy > 0) ? 'due' : 'done'}>
      <h2 className="mb-2">Jars and lids for it</h2>
      <ul>
        {all.map((g) => (
          <li
            key={`${g.jar ?? 'lids'} ${g.mouth}`}
            className="grid grid-cols-[1fr_auto] gap-x-4 border-t border-rim py-2 first:border-0"
          >
            <span>
              {gearName(g)}
              <span className="block text-sm text-ink-soft">
                {g.wanted} wanted, {g.have} {g.jar ? 'empty by then' : 'in the drawer'}
              </span>
            </span>
            <strong className={`tabular self-center ${g.toBuy > 0 ? 'text-squash' : 'text-brine'}`}>
              {g.toBuy > 0 ? `buy ${g.toBuy}` : 'enough'}
            </strong>
          </li>
        ))}
      </ul>
    </Panel>
  )
}

const gearName = (g: NextGear): string =>
  g.jar === null ? `Flat lids, ${g.mouth} mouth` : `Jars, ${jarName(g.jar)}, ${g.mouth} mouth`
