import { useSearchParams } from 'react-router'
import { useCanners, useLoads, useLots, useYields } from '../../sync/queries'
import { ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { PlanForm } from './plan-form'

export function Page() {
  const [search] = useSearchParams()
  const [canners, lots, loads, yields] = [useCanners(), useLots(), useLoads(), useYields()]
  const broken = [canners, lots, loads, yields].find((q) => q.isError && !q.data)
  const ready = canners.data && lots.data && loads.data && yields.data
  const open = lots.data?.filter((l) => l.state === 'in-house') ?? []
  const inUse = canners.data?.filter((c) => !c.retired) ?? []
  return (
    <Sheet question="What goes in the canner?" aside="one load, stage by stage">
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !ready && <Skeleton />}
      {ready && open.length === 0 && (
        <Empty
          title="There’s nothing in the house to can"
          action={
            <ButtonLink to="/harvest?weigh=1" look="main">
              Weigh in
            </ButtonLink>
          }
        >
          Weigh in a harvest first. Then plan its load.
        </Empty>
      )}
      {ready && open.length > 0 && inUse.length === 0 && (
        <Empty
          title="No canner yet"
          action={
            <ButtonLink to="/gear" look="main">
              Add a canner
            </ButtonLink>
          }
        >
          Kelvit needs its gauge and how many jars it takes, from its manual.
        </Empty>
      )}
      {ready && open.length > 0 && inUse.length > 0 && (
        <PlanForm
          lots={open}
          yields={yields.data}
          canners={inUse}
          loads={loads.data}
          lotId={search.get('lot')}
        />
      )}
    </Sheet>
  )
}
