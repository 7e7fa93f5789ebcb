import { paths, type Container, type CropWordRow } from '@kelvit/contract'
import { showWeight, saidFood } from '@kelvit/core'
import { useHousehold } from '../../household/session'
import { useTakeBack } from '../../household/take-back'
import { useSave } from '../../sync/changes'
import { useContainers, useCropWords } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { Button, ButtonLink } from '../../ui/button'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'

/** What this house calls its measures and its crops, as it was told at the weigh-in. */
export function Page() {
  const [containers, words] = [useContainers(), useCropWords()]
  const broken = [containers, words].find((q) => q.isError && !q.data)
  return (
    <Sheet
      question="What do we call things?"
      aside="measures and words of our own"
      actions={<ButtonLink to="/harvest">Back to Harvest</ButtonLink>}
    >
      {broken && <Trouble error={broken.error} retry={() => void broken.refetch()} />}
      {!broken && !(containers.data && words.data) && <Skeleton />}
      {containers.data && words.data && (
        <div className="grid items-start gap-5 lg:grid-cols-2">
          <Measures rows={containers.data} />
          <Words rows={words.data} />
        </div>
      )}
    </Sheet>
  )
}

function Measures({ rows }: { readonly rows: readonly Container[] }) {
  const { household } = useHousehold()
  return (
    <Panel label="Our measures">
      <h2 className="mb-2">Our measures</h2>
      {rows.length === 0 ? (
        <Empty title="None yet">
          Weigh in “a bucket of tomatoes”. Kelvit asks once how heavy it is and remembers it.
        </Empty>
      ) : (
        <ul>
          {rows.map((c) => (
            <Line key={c.id} id={c.id} table="containers" what={`the ${c.name}`}>
              <strong>{c.name}</strong>
              {c.foodId && ` of ${saidFood(c.foodId)}`}: {showWeight(c.lb, household.units)}
            </Line>
          ))}
        </ul>
      )}
    </Panel>
  )
}

function Words({ rows }: { readonly rows: readonly CropWordRow[] }) {
  return (
    <Panel label="Our words for crops">
      <h2 className="mb-2">Our words for crops</h2>
      {rows.length === 0 ? (
        <Empty title="None yet">
          When you use a word Kelvit doesn’t know, tell it which crop you mean.
        </Empty>
      ) : (
        <ul>
          {rows.map((w) => (
            <Line key={w.id} id={w.id} table="crop_words" what={`“${w.word}”`}>
              <strong>{w.word}</strong>: {saidFood(w.foodId)}
            </Line>
          ))}
        </ul>
      )}
    </Panel>
  )
}

interface LineProps {
  readonly id: string
  readonly table: 'crop_words' | 'containers'
  readonly what: string
  readonly children: React.ReactNode
}

const PLACES = {
  crop_words: { path: paths.cropWords, list: 'crop-words' },
  containers: { path: paths.containers, list: 'containers' },
} as const

function Line({ id, table, what, children }: LineProps) {
  const { may } = useHousehold()
  const { path, list } = PLACES[table]
  const save = useSave(list)
  const takeBack = useTakeBack(list)
  const notify = useNotify()
  const forget = (): void =>
    save.mutate(
      { method: 'DELETE', path: `${path}/${id}` },
      {
        onSuccess: () =>
          notify.done(`Kelvit forgot ${what}.`, () => takeBack({ table, id, version: null })),
        onError: (e) => notify.trouble(sentenceOf(e)),
      },
    )
  return (
    <li className="flex min-h-12 items-center justify-between gap-4 border-t border-rim first:border-0">
      <span>{children}</span>
      {may('helper') && (
        <Button size="small" look="quiet" onClick={forget} aria-label={`Forget ${what}`}>
          Forget
        </Button>
      )}
    </li>
  )
}
