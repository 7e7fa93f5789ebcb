import {
  doorLines,
  feet,
  JAR_SIZES,
  jarName,
  pressureOn,
  rulesOf,
  shortName,
  showAltitude,
  type DoorLine,
  type GaugeKind,
  type Psi,
} from '@kelvit/core'
import { Printer } from 'lucide-react'
import { Fragment, useMemo } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useGaugeHere } from '../../household/gauge'
import { useHousehold } from '../../household/session'
import { tintOf } from '../../household/tints'
import { useChecks } from '../../sync/queries'
import { Button } from '../../ui/button'
import { cx } from '../../ui/cx'
import { Panel } from '../../ui/panel'

const GROUPS: readonly (readonly [string, string])[] = [
  ['vegetable', 'Vegetables'],
  ['root', 'Roots'],
  ['tomato', 'Tomatoes'],
  ['dried', 'Dried'],
  ['mixed', 'Mixed jars and soups'],
  ['meat', 'Meat and stock'],
]

/** The pressure that most lines share. */
function usualPsi(lines: readonly DoorLine[]): Psi | undefined {
  const counts = new Map<Psi, number>()
  for (const l of lines) counts.set(l.psi, (counts.get(l.psi) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0]
}

/** This kitchen's own sheet for the inside of the cupboard door: every form a line. */
export function DoorSheet() {
  const { household } = useHousehold()
  const { altitudeFt, settings, units } = household
  const [search, setSearch] = useSearchParams()
  const asked = search.get('gauge')
  const gauge = useGaugeHere(asked === 'dial' || asked === 'weighted' ? asked : undefined)
  const lines = useMemo(
    () => doorLines({ gauge: gauge.kind, altitudeFt: feet(altitudeFt), rules: rulesOf(settings) }),
    [gauge.kind, altitudeFt, settings],
  )
  const psi = usualPsi(lines)
  const other: GaugeKind = gauge.kind === 'dial' ? 'weighted' : 'dial'
  return (
    <Panel label="Cupboard-door sheet" className="door-sheet">
      <header className="mb-2 flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
        <div>
          <h2>To hang inside the cupboard door</h2>
          <p className="text-ink-soft">
            {household.name}, {showAltitude(altitudeFt, units)}
            {psi === undefined
              ? ': no tested process at this altitude'
              : `: ${pressureOn(gauge, psi, units)}${gauge.kind === 'dial' ? '' : ' by the weight'}, unless the row says otherwise`}
          </p>
        </div>
        <div className="no-print flex gap-2.5">
          <Button
            size="small"
            look="quiet"
            onClick={() => setSearch({ gauge: other }, { replace: true })}
          >
            {other === 'dial' ? 'For a dial' : 'For a weight'}
          </Button>
          <Button size="small" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </Button>
        </div>
      </header>
      <div className="relative overflow-x-auto">
        <table className="door tabular w-full text-left text-[15px] sm:min-w-[560px]">
          <caption className="sr-only">
            Minutes by food and jar size, at this kitchen’s altitude and gauge
          </caption>
          <thead className="text-ink-soft">
            <tr>
              <th scope="col" className="py-1 font-normal sm:w-[38%]">
                Food
              </th>
              <th scope="col" className="hidden py-1 font-normal sm:table-cell">
                Pack
              </th>
              {JAR_SIZES.map((s) => (
                <th
                  key={s}
                  scope="col"
                  className="w-11 py-1 pl-1 text-right text-[13px] leading-tight font-normal sm:w-20 sm:text-[15px]"
                >
                  {jarName(s)}
                </th>
              ))}
              <th scope="col" className="hidden w-[26%] py-1 pl-6 font-normal sm:table-cell">
                Pressure
              </th>
            </tr>
          </thead>
          <tbody>
            {GROUPS.map(([group, title]) => (
              <Fragment key={group}>
                <tr>
                  <th
                    colSpan={3 + JAR_SIZES.length}
                    scope="rowgroup"
                    className="pt-4 pb-1 font-head text-lg"
                  >
                    {title}
                  </th>
                </tr>
                {lines
                  .filter((l) => l.food.group === group)
                  .map((l) => (
                    <Line
                      key={`${l.form.id} ${l.packs.join()}`}
                      line={l}
                      pressure={pressureOn(gauge, l.psi, units)}
                      usual={l.psi === psi}
                    />
                  ))}
              </Fragment>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-3 text-sm text-ink-soft">
        Minutes at pressure, from the tested tables
        {settings.extraMinutes > 0 ? ', with the minutes this household adds' : ''}. An empty cell
        has no tested process. Vent 10 minutes first. If the pressure falls, start the time again.
        Each food’s page has preparation and headspace.
      </p>
    </Panel>
  )
}

interface LineProps {
  readonly line: DoorLine
  readonly pressure: string
  /** It is the pressure that stands at the head of the sheet. */
  readonly usual: boolean
}

function Line({ line, pressure, usual }: LineProps) {
  const { food, form, packs, minutes } = line
  const checks = useChecks().data ?? []
  return (
    <tr className="border-t border-rim">
      <th scope="row" className="py-0.5 pr-3 font-normal">
        <Link
          to={`/methods/${form.id}`}
          className="flex min-h-10 items-center gap-2.5 text-ink no-underline hover:underline"
        >
          <span
            aria-hidden
            className="h-4 w-3 shrink-0 rounded-sm"
            style={{ background: tintOf(food.id) }}
          />
          <span>
            <strong>{shortName(food)}</strong>
            {food.forms.length > 1 && `, ${form.name.toLowerCase()}`}
            {checks.some((c) => c.formId === form.id) && (
              <span className="text-sm text-brine"> ✓ checked</span>
            )}
            {form.confirmWithExtension && (
              <span className="text-sm text-squash"> ask extension</span>
            )}
            <span className="block text-[13px] text-ink-soft sm:hidden">
              {packs.join(', ')}
              {!usual && `, ${pressure}`}
            </span>
          </span>
        </Link>
      </th>
      <td className="hidden pr-3 text-ink-soft sm:table-cell">{packs.join(', ')}</td>
      {JAR_SIZES.map((s) => (
        <td key={s} className={cx('text-right', minutes[s] !== undefined && 'font-semibold')}>
          {minutes[s] ?? ''}
        </td>
      ))}
      <td
        className={cx(
          'hidden pl-6 text-[14px] sm:table-cell',
          usual ? 'text-ink-soft' : 'font-semibold',
        )}
      >
        {pressure}
      </td>
    </tr>
  )
}
