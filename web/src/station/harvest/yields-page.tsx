import { paths } from '@kelvit/contract'
import {
  beliefOf,
  foodOf,
  formOf,
  LOTS_LEARNED,
  poundsPerQuart,
  predictiveSd,
  publishedYield,
  shortName,
  showWeight,
  yieldsByVariety,
  type LotYield,
  type YieldBelief,
} from '@kelvit/core'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useSave } from '../../sync/changes'
import { useYields } from '../../sync/queries'
import { sentenceOf } from '../../sync/request'
import { useHousehold, useToday } from '../../household/session'
import { tintOf } from '../../household/tints'
import { showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { ChoiceField, TextField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty, Skeleton, Trouble } from '../../ui/states'
import { useWidth } from '../../ui/use-width'

/** What a harvest makes here: the printed yield, the household's own lots, and both together. */
export function Page() {
  const yieldsQuery = useYields()
  const today = useToday()
  const { household } = useHousehold()
  const [search, setSearch] = useSearchParams()
  const all = yieldsQuery.data ?? []
  const broken = yieldsQuery.isError && !yieldsQuery.data
  const forms = [...new Set(all.map((l) => l.formId))]
  const formId = forms.find((f) => f === search.get('form')) ?? forms[0]
  const found = formOf(formId ?? '')
  const yields = all.filter((y) => y.formId === found?.form.id)
  const prior = found && publishedYield(found.form)
  const both = found && beliefOf(found.form, all, today)
  return (
    <Sheet question="What does a harvest make here?" aside="the printed yield, and ours">
      {broken && <Trouble error={yieldsQuery.error} retry={() => void yieldsQuery.refetch()} />}
      {!broken && !yieldsQuery.data && <Skeleton />}
      {yieldsQuery.data && forms.length === 0 && (
        <Empty title="No lot is finished yet">
          When the last jar of a lot goes into the canner, say so at the stove. We learn your yield
          from it.
        </Empty>
      )}
      {found && prior && both && (
        <div className="flex flex-col gap-5">
          <Panel label="Pounds per quart">
            <div className="mb-4 max-w-md">
              <ChoiceField
                label="Food"
                choices={forms.map((f) => [f, nameOf(f)])}
                value={formId ?? ''}
                onChange={(e) => setSearch({ form: e.target.value }, { replace: true })}
              />
            </div>
            <p className="font-head text-[1.9rem] leading-tight font-semibold">
              {showWeight(poundsPerQuart(both), household.units)} make a quart here
            </p>
            <p className="mb-3 text-ink-soft">
              The printed average is {showWeight(poundsPerQuart(prior), household.units)}. Eight
              lots in ten will fall inside the bar.
            </p>
            <Beliefs
              prior={prior}
              both={both}
              own={yields.map((y) => ({
                per: y.lb / y.quarts,
                excluded: y.excludedBecause !== null,
              }))}
              tint={tintOf(found.food.id)}
            />
          </Panel>
          <Varieties lots={yields} />
          <OwnLots lots={yields} today={today} />
        </div>
      )}
    </Sheet>
  )
}

const nameOf = (formId: string): string => {
  const found = formOf(formId)
  return found ? `${shortName(found.food)}, ${found.form.name.toLowerCase()}` : formId
}

interface BeliefsProps {
  readonly prior: YieldBelief
  readonly both: YieldBelief
  readonly own: readonly { readonly per: number; readonly excluded: boolean }[]
  readonly tint: string
}

function Beliefs({ prior, both, own, tint }: BeliefsProps) {
  const { units } = useHousehold().household
  const [ref, width] = useWidth(900)
  const band = (b: YieldBelief): [number, number] => [
    Math.exp(b.mean - 1.2816 * predictiveSd(b)),
    Math.exp(b.mean + 1.2816 * predictiveSd(b)),
  ]
  const [p, q] = [band(prior), band(both)]
  const all = [...p, ...q, ...own.map((o) => o.per)]
  const x = scaleLinear()
    .domain([Math.min(...all) * 0.95, Math.max(...all) * 1.05])
    .nice()
    .range([110, width - 12])
  const row = (y: number, b: [number, number], mid: number, name: string, opacity: number) => (
    <g>
      <text x={0} y={y + 5} fontSize={14.5} fill="var(--ink)">
        {name}
      </text>
      <rect
        x={x(b[0])}
        y={y - 8}
        width={x(b[1]) - x(b[0])}
        height={16}
        rx={8}
        fill={tint}
        opacity={opacity}
      />
      <circle cx={x(mid)} cy={y} r={6} fill="var(--ink)" />
    </g>
  )
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={142}
        role="img"
        aria-label="Printed yield, own lots, and both together, in pounds a quart"
        className="block"
      >
        {x.ticks(6).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={4} y2={116} stroke="var(--rim)" />
            <text
              x={x(t)}
              y={134}
              textAnchor="middle"
              fontSize={13}
              className="tabular"
              fill="var(--ink-soft)"
            >
              {showWeight(t, units)}
            </text>
          </g>
        ))}
        {row(22, p, Math.exp(prior.mean), 'printed', 0.35)}
        <text x={0} y={65} fontSize={14.5} fill="var(--ink)">
          our lots
        </text>
        {own.map((o, i) => (
          <circle
            key={i}
            cx={x(o.per)}
            cy={60}
            r={6}
            fill={o.excluded ? 'none' : tint}
            stroke={o.excluded ? 'var(--ink-soft)' : 'var(--ink)'}
            strokeDasharray={o.excluded ? '2 2' : undefined}
          />
        ))}
        {row(98, q, Math.exp(both.mean), 'together', 0.75)}
      </svg>
    </div>
  )
}

/** Fewer lots than this are chance. */
const ENOUGH_LOTS = 3

/** The household's varieties side by side: pounds that fill a quart, the fewest first. */
function Varieties({ lots }: { readonly lots: readonly LotYield[] }) {
  const { units } = useHousehold().household
  const rows = yieldsByVariety(lots)
  if (rows.length < 2) return null
  return (
    <Panel label="Our varieties">
      <h2 className="mb-2">Our varieties</h2>
      <table className="tabular w-full max-w-2xl text-left text-[15px]">
        <caption className="sr-only">Weight per quart, by variety</caption>
        <tbody>
          {rows.map((r) => (
            <tr key={r.variety ?? ''} className="border-t border-rim first:border-0">
              <th scope="row" className="py-2 pr-4 font-semibold">
                {r.variety ?? 'not said'}
              </th>
              <td className="pr-4 text-right font-semibold">
                {showWeight(r.lbPerQuart, units)} a quart
              </td>
              <td className="pr-4 text-ink-soft">
                {r.lots === 1
                  ? 'one lot'
                  : `${r.lots} lots, ${showWeight(r.least, units)} to ${showWeight(r.most, units)}`}
              </td>
              <td className="text-ink-soft">{r.lots < ENOUGH_LOTS ? 'too few to tell' : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Panel>
  )
}

function OwnLots({ lots, today }: { readonly lots: readonly LotYield[]; readonly today: string }) {
  const { household, may } = useHousehold()
  const save = useSave('yields')
  const notify = useNotify()
  const [asking, setAsking] = useState<string>()
  const [why, setWhy] = useState('')
  const exclude = (lot: LotYield, excludedBecause: string | null): void => {
    save.mutate(
      {
        method: 'PATCH',
        path: `${paths.lots}/${lot.id}`,
        body: { version: lot.version, excludedBecause },
      },
      { onError: (e) => notify.trouble(sentenceOf(e)) },
    )
    setAsking(undefined)
    setWhy('')
  }
  return (
    <Panel label="Own lots">
      <h2 className="mb-2">Our lots</h2>
      {lots.length >= LOTS_LEARNED && (
        <p className="mb-2 text-[15px] text-ink-soft">
          Kelvit uses the newest {LOTS_LEARNED}. You can export the older ones.
        </p>
      )}
      <ul>
        {lots.map((l) => (
          <li
            key={l.id}
            className="flex min-h-14 flex-wrap items-center justify-between gap-x-5 gap-y-2 border-t border-rim py-1.5 first:border-0"
          >
            <span>
              <Link to={`/harvest/lot/${l.id}`} className="font-semibold text-kettle underline">
                {showWeight(l.lb / l.quarts, household.units)} a quart
              </Link>
              <span className="text-ink-soft">
                {' '}
                · {showWeight(l.lb, household.units)}
                {l.variety && `, ${l.variety}`}, {l.source === 'garden' ? 'own garden' : l.source} ·{' '}
                {l.finishedOn && showDate(l.finishedOn, today)}
              </span>
              {l.excludedBecause && (
                <span className="block text-[15px] text-squash">left out: {l.excludedBecause}</span>
              )}
            </span>
            {may('helper') &&
              (asking === l.id ? (
                <form
                  className="flex items-end gap-2"
                  onSubmit={(e) => {
                    e.preventDefault()
                    exclude(l, why)
                  }}
                >
                  <TextField
                    label="Why leave it out?"
                    value={why}
                    onChange={(e) => setWhy(e.target.value)}
                    required
                    maxLength={200}
                  />
                  <Button type="submit" size="small">
                    Leave out
                  </Button>
                </form>
              ) : l.excludedBecause ? (
                <Button size="small" look="quiet" onClick={() => exclude(l, null)}>
                  Count it again
                </Button>
              ) : (
                <Button
                  size="small"
                  look="quiet"
                  onClick={() => setAsking(l.id)}
                  aria-label={`Leave out the lot of ${foodOf(l.foodId)?.name ?? ''} from ${l.finishedOn ?? ''}`}
                >
                  Leave out…
                </Button>
              ))}
          </li>
        ))}
      </ul>
    </Panel>
  )
}
