import { useState } from 'react'
import {
  useCanners,
  useJarGroups,
  useJars,
  useLidLots,
  useLoads,
  useLots,
  useSupplies,
  useYields,
} from '../../sync/queries'
import { useHousehold } from '../../household/session'
import { Button } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { CannerForm } from '../../household/canner-form'
import { CannerPanel } from './canner-panel'
import { Shopping } from './shopping'
import { Stacks } from './stacks'
import { Stock } from './stock'

export function Page() {
  const { may } = useHousehold()
  const all = [
    useCanners(),
    useJarGroups(),
    useLidLots(),
    useSupplies(),
    useJars(),
    useLots(),
    useLoads(),
    useYields(),
  ] as const
  const [canners] = all
  const broken = all.find((q) => q.isError && !q.data)
  const ready = all.every((q) => q.data)
  const [adding, setAdding] = useState(false)
  const inUse = canners.data?.filter((c) => !c.retired) ?? []
  return (
    <Sheet
      question="Is the gear fit to use?"
      aside="canners, jars, lids and supplies"
      actions={
        may('keeper') && (
          <Button look="main" onClick={() => setAdding(true)}>
            Add a canner
          </Button>
        )
      }
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !ready && <Skeleton />}
      {ready && (
        <div className="flex flex-col gap-7">
          {inUse.length === 0 ? (
            <Empty title="No canner yet">
              Pick a size for the usual figures, then correct them from the manual.
            </Empty>
          ) : (
            <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
              {inUse.map((c) => (
                <CannerPanel key={c.id} canner={c} />
              ))}
            </div>
          )}
          <Stacks />
          <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
            <Stock />
            <Shopping />
          </div>
        </div>
      )}
      {adding && <CannerForm onClose={() => setAdding(false)} />}
    </Sheet>
  )
}
