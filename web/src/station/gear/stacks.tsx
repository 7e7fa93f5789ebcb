import { emptyJars, fullJars, JAR_SIZES, jarName } from '@kelvit/core'
import { useSeasonBalance } from '../../household/season-balance'
import { useJarGroups, useJars, useLidLots, useLoads } from '../../sync/queries'
import { JarStacks, LidSleeves } from '../../chart/stock-stacks'
import { Panel } from '../../ui/panel'

/** Will they last? Seen before it is read. */
export function Stacks() {
  const groups = useJarGroups().data ?? []
  const lids = (useLidLots().data ?? []).filter((l) => l.left > 0)
  const [jars, loads] = [useJars().data ?? [], useLoads().data ?? []]
  const balance = useSeasonBalance() ?? []
  const wanted = (jar: string, mouth: string): number =>
    Math.ceil(
      balance.find((b) => b.key.kind === 'jars' && b.key.jar === jar && b.key.mouth === mouth)
        ?.needed ?? 0,
    )
  const stacks = [...groups]
    .sort((a, b) => JAR_SIZES.indexOf(b.jar) - JAR_SIZES.indexOf(a.jar))
    .map((g) => ({
      key: g.id,
      name: `${jarName(g.jar)}, ${g.mouth}`,
      jar: g.jar,
      full: fullJars({ jars, loads }, g.jar, g.mouth),
      empty: Math.max(0, emptyJars({ jars, loads, jarGroups: [g] }, g.jar, g.mouth) ?? 0),
      broken: g.broken,
      wanted: wanted(g.jar, g.mouth),
    }))
    .filter((s) => s.full + s.empty + s.broken > 0)
  if (stacks.length === 0 && lids.length === 0) return null
  return (
    <Panel label="Jars and lids now">
      <div className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6">
        <h2>Will they last?</h2>
        <p className="text-sm text-ink-soft">
          Each drawn jar stands for six. Green is full, clear is empty, crossed is broken. Lids come
          in sleeves of twelve.
        </p>
      </div>
      <div className="grid items-start gap-x-10 gap-y-5 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <JarStacks stacks={stacks} />
        <LidSleeves
          sleeves={lids.map((l) => ({
            key: l.id,
            name: `${l.name}, ${l.mouth}`,
            left: l.left,
            count: Math.max(l.count, l.left),
          }))}
        />
      </div>
    </Panel>
  )
}
