import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { useHousehold } from '../../household/session'
import { Button, ButtonLink } from '../../ui/button'
import { FrostButton } from './frost'
import { PlantingForm } from './planting-form'
import {
  useCanners,
  useContainers,
  useCropWords,
  useLoads,
  useLots,
  useYields,
} from '../../sync/queries'
import { Page as Sheet } from '../../ui/page'
import { Skeleton, Trouble } from '../../ui/states'
import { Lots } from './lots'
import { WeighIn } from './weigh-in'

export function Page() {
  const [search] = useSearchParams()
  const { may } = useHousehold()
  const [planting, setPlanting] = useState(false)
  const [canners, containers, words] = [useCanners(), useContainers(), useCropWords()]
  const [lots, loads, yields] = [useLots(), useLoads(), useYields()]
  const broken = [canners, containers, words, lots, loads, yields].find((q) => q.isError && !q.data)
  const ready =
    canners.data && containers.data && words.data && lots.data && loads.data && yields.data
  return (
    <Sheet
      question="What came in?"
      aside="say it your way"
      actions={
        <>
          <ButtonLink to="/harvest/measures" look="quiet">
            Our measures
          </ButtonLink>
          <ButtonLink to="/harvest/yields" look="quiet">
            Our yields
          </ButtonLink>
          {may('helper') && <Button onClick={() => setPlanting(true)}>Expect a harvest</Button>}
          {lots.data && <FrostButton lots={lots.data} />}
        </>
      }
    >
      {planting && <PlantingForm onClose={() => setPlanting(false)} />}
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !ready && <Skeleton />}
      {ready && (
        <>
          <WeighIn
            canners={canners.data}
            containers={containers.data}
            cropWords={words.data}
            yields={yields.data}
            focus={search.has('weigh')}
            said={search.get('line')}
          />
          <Lots lots={lots.data} loads={loads.data} yields={yields.data} />
        </>
      )}
    </Sheet>
  )
}
