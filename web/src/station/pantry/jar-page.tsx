import type { Jar } from '@kelvit/contract'
import { readCode, shortFood, saidFood } from '@kelvit/core'
import { useEffect } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { History } from '../../household/history'
import { useHousehold, useToday } from '../../household/session'
import { useJars, useLots } from '../../sync/queries'
import { useJar, useJarOfCode, useLoad } from '../../sync/one'
import { ButtonLink } from '../../ui/button'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { JarActions, JarCaution, JarFacts } from './jar-facts'

/** Everything about one jar: lot, load, seal, place, and everything that was said of it. */
export function Page() {
  const { id = '' } = useParams()
  const jar = useJar(id)
  return (
    <Sheet
      question={jar.data ? `What about jar ${jar.data.code}?` : 'What about this jar?'}
      aside={jar.data && shortFood(jar.data.foodId)}
      actions={<ButtonLink to="/pantry">Back to the shelf</ButtonLink>}
    >
      {jar.isError && !jar.data && <Trouble error={jar.error} retry={() => void jar.refetch()} />}
      {jar.isPending && !jar.isError && <Skeleton />}
      {jar.data === null && <NoSuchJar />}
      {jar.data && <Known jar={jar.data} />}
    </Sheet>
  )
}

const NoSuchJar = () => (
  <Empty
    title="This jar isn’t here"
    action={<ButtonLink to="/pantry/scan">Type its short code</ButtonLink>}
  >
    The code may be mistyped, or the label belongs to another household.
  </Empty>
)

function Known({ jar }: { readonly jar: Jar }) {
  const today = useToday()
  const lot = useLots().data?.find((l) => l.id === jar.lotId)
  const navigate = useNavigate()
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-2">
      <Panel label="About this jar" rim={jar.hold || jar.recipeId ? 'stop' : 'plain'}>
        <JarFacts jar={jar} today={today} />
        {lot && <p className="mb-3 text-ink-soft">Of the lot “{lot.said}”.</p>}
        {jar.loadId && <Judged loadId={jar.loadId} />}
        <History table="jars" id={jar.id} />
      </Panel>
      <Panel label="What to do with it" rim={jar.state === 'on-shelf' ? 'done' : 'plain'}>
        {jar.state === 'on-shelf' || jar.state === 'opened' ? (
          <JarCaution jar={jar} today={today} />
        ) : (
          <p className="text-ink-soft">It’s no longer on the shelf.</p>
        )}
        <JarActions jar={jar} done={() => void navigate('/pantry')} />
        <div className="mt-3 flex flex-wrap gap-2 border-t border-rim pt-2">
          <ButtonLink to={`/pantry/food/${jar.foodId}`} look="quiet" size="small">
            All {saidFood(jar.foodId)}
          </ButtonLink>
          <ButtonLink to={`/pantry/labels?jars=${jar.id}`} look="quiet" size="small">
            Print its label
          </ButtonLink>
        </div>
      </Panel>
    </div>
  )
}

/** How the load it came from was judged. */
function Judged({ loadId }: { readonly loadId: string }) {
  const load = useLoad(loadId).data
  if (!load) return null
  const { verdict, reasons } = load.judgement
  return (
    <p className="mb-3">
      Its load was judged: <strong>{verdict.replace('-', ' ')}</strong>
      {reasons.length > 0 && `: ${reasons.map((r) => r.sentence).join(' ')}`}
      {reasons.length === 0 && '.'}
    </p>
  )
}

/** The address on a label: leads to its jar or batch, or says why not. */
export function CodePage() {
  const { code = '' } = useParams()
  const [search] = useSearchParams()
  const { household } = useHousehold()
  const mark = search.get('h')
  const read = readCode(mark ? `${window.location.origin}/j/${code}?h=${mark}` : code, household.id)
  const ours = read.kind === 'jar' || read.kind === 'batch'
  return (
    <Sheet question={`Which jar is ${code.toUpperCase()}?`}>
      {read.kind === 'jar' && <ToJar code={read.code} />}
      {read.kind === 'batch' && <ToBatch code={read.code} />}
      {!ours && <NoSuchJar />}
    </Sheet>
  )
}

function ToJar({ code }: { readonly code: string }) {
  const jar = useJarOfCode(code)
  const navigate = useNavigate()
  const id = jar.data?.id
  useEffect(() => {
    if (id) void navigate(`/pantry/jar/${id}`, { replace: true })
  }, [id, navigate])
  if (jar.data === null) return <NoSuchJar />
  if (jar.isError) return <Trouble error={jar.error} retry={() => void jar.refetch()} />
  return <Skeleton />
}

/** A batch is its load's record; jars that came without one are the shelf's. */
function ToBatch({ code }: { readonly code: string }) {
  const jars = useJars()
  const navigate = useNavigate()
  const one = jars.data?.find((j) => j.code.startsWith(`${code}-`))
  const to = one && (one.loadId ? `/stove/${one.loadId}/record` : `/pantry/jar/${one.id}`)
  useEffect(() => {
    if (to) void navigate(to, { replace: true })
  }, [to, navigate])
  if (jars.data && !one) return <NoSuchJar />
  if (jars.isError && !jars.data)
    return <Trouble error={jars.error} retry={() => void jars.refetch()} />
  return <Skeleton />
}
