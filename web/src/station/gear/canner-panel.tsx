import { History } from '../../household/history'
import { type CannerRead } from '@kelvit/contract'
import {
  besideWords,
  capacityFor,
  countJars,
  DIAL_TEST_DAYS,
  daysBetween,
  JAR_SIZES,
  dialWords,
  showLength,
  showWeight,
  type Burner,
  type JarSize,
} from '@kelvit/core'
import { useState } from 'react'
import { CannerDrawing } from '../../chart/canner-drawing'
import { useHousehold, useToday } from '../../household/session'
import { showDate } from '../../household/words'
import { Button } from '../../ui/button'
import { Caution, Panel } from '../../ui/panel'
import { CannerForm } from '../../household/canner-form'
import { GaugeTestForm } from '../../household/gauge-test-form'
import { GaugeTests } from './gauge-tests'
import { Gauges } from './gauges'
import { Inspection } from './inspection'
import { WaterRuns } from './water-run'

const BURNER_WORDS: Readonly<Record<Burner, string>> = {
  gas: 'a gas flame',
  coil: 'an electric coil',
  glass: 'a glass or ceramic top',
  outdoor: 'a burner outdoors',
}

/** One canner: fit or blocked and why, its gauge, what it takes, its inspection. */
export function CannerPanel({ canner }: { readonly canner: CannerRead }) {
  const { may, household } = useHousehold()
  const { units } = household
  const today = useToday()
  const [open, setOpen] = useState<'test' | 'inspect' | 'edit'>()
  const close = (): void => setOpen(undefined)
  const fit = canner.blocks.length === 0
  const { beside } = canner.learned
  const dial = canner.regulatedBy === 'dial'
  const daysLeft = canner.lastTest
    ? DIAL_TEST_DAYS - daysBetween(canner.lastTest.testedOn, today)
    : 0
  return (
    <Panel rim={fit ? 'done' : 'stop'} label={canner.name} className="flex flex-col gap-4">
      <header className="flex flex-wrap items-baseline justify-between gap-3">
        <h2>{canner.name}</h2>
        <p className={`font-semibold ${fit ? 'text-brine' : 'text-beet'}`}>
          {fit ? '✓ fit to use' : '✗ don’t use'}
        </p>
      </header>
      {canner.blocks.map((b) => (
        <Caution key={b.sentence}>{b.sentence}</Caution>
      ))}
      <CutAway canner={canner} />
      <dl className="grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5">
        <dt className="text-ink-soft">Regulated by</dt>
        <dd>
          {dial ? 'dial gauge' : 'weighted gauge, needs no test'}
          {canner.gauge === 'both' && ', and has the other gauge too'}
        </dd>
        {dial && (
          <>
            <dt className="text-ink-soft">Last test</dt>
            <dd>
              {canner.lastTest
                ? `${showDate(canner.lastTest.testedOn, today)}, ${dialWords(canner.lastTest.errorPsi, canner.dialMarks ?? units)}; ${daysLeft >= 0 ? `good for ${daysLeft} more days` : `overdue by ${-daysLeft} days`}`
                : 'never'}
            </dd>
          </>
        )}
        {beside && (
          <>
            <dt className="text-ink-soft">Beside its weight</dt>
            <dd>{besideWords(beside, canner.dialMarks ?? units)}</dd>
          </>
        )}
        {canner.standsOn && (
          <>
            <dt className="text-ink-soft">Stands on</dt>
            <dd>
              {BURNER_WORDS[canner.standsOn]}
              {canner.burnerLimitLb && `, which carries ${showWeight(canner.burnerLimitLb, units)}`}
            </dd>
          </>
        )}
        <dt className="text-ink-soft">Water</dt>
        <dd>
          {showLength(canner.waterIn, units)}, by its manual{canner.manual && ` (${canner.manual})`}
        </dd>
        {canner.rangeNote && (
          <>
            <dt className="text-ink-soft">Range</dt>
            <dd>{canner.rangeNote}</dd>
          </>
        )}
        <dt className="text-ink-soft">Checked</dt>
        <dd>
          {canner.inspectedOn
            ? showDate(canner.inspectedOn, today)
            : 'not yet. Check it before the first load.'}
        </dd>
      </dl>
      <Times canner={canner} />
      <WaterRuns canner={canner} />
      {may('keeper') && (
        <div className="flex flex-wrap gap-2.5">
          <Button size="small" onClick={() => setOpen('inspect')}>
            Check it
          </Button>
          {canner.gauge !== 'weighted' && (
            <Button size="small" onClick={() => setOpen('test')}>
              Record a gauge test
            </Button>
          )}
          <Button size="small" look="quiet" onClick={() => setOpen('edit')}>
            Change
          </Button>
        </div>
      )}
      {canner.gauge !== 'weighted' && <GaugeTests canner={canner} />}
      <Gauges canner={canner} />
      {open === 'test' && <GaugeTestForm canner={canner} onClose={close} />}
      {open === 'inspect' && <Inspection canner={canner} onClose={close} />}
      {open === 'edit' && <CannerForm canner={canner} onClose={close} />}
      <History table="canners" id={canner.id} />
    </Panel>
  )
}

const STAGES = [
  ['heat', 'Heats'],
  ['climb', 'Climbs'],
  ['cool', 'Cools'],
] as const

const spread = (least: number, most: number): string =>
  Math.round(least) === Math.round(most)
    ? `${Math.round(least)}`
    : `${Math.round(least)}–${Math.round(most)}`

/** How long it really takes, learned from its own loads, with their spread. */
function Times({ canner }: { readonly canner: CannerRead }) {
  return (
    <div className="border-t border-rim pt-3">
      <h3 className="mb-1">How long it takes</h3>
      <table className="w-full max-w-md text-[15px]">
        <caption className="sr-only">Times of {canner.name}, learned from its loads</caption>
        <tbody>
          {STAGES.map(([key, words]) => {
            const t = canner.learned[key]
            return (
              <tr key={key}>
                <th
                  scope="row"
                  className="py-0.5 pr-4 text-left align-top font-normal text-ink-soft"
                >
                  {words}
                </th>
                <td className="tabular py-0.5 pr-4 align-top whitespace-nowrap">
                  about {Math.round(t.minutes)} min
                </td>
                <td className="py-0.5 text-ink-soft">
                  {t.least === null || t.most === null
                    ? 'a first guess'
                    : `${spread(t.least, t.most)} in ${t.loads} ${t.loads === 1 ? 'load' : 'loads'}${Math.round(t.smallMinutes) === Math.round(t.minutes) ? '' : `; small loads ${Math.round(t.smallMinutes)}`}`}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

const takes = ({ capacity }: CannerRead, size: JarSize): number =>
  capacityFor(capacity, size, 'regular') || capacityFor(capacity, size, 'wide')

/** The canner cut open, with the jars of one size in it. */
function CutAway({ canner }: { readonly canner: CannerRead }) {
  const { units } = useHousehold().household
  const sizes = JAR_SIZES.filter((s) => takes(canner, s) > 0)
  const [chosen, setChosen] = useState<JarSize>()
  const jar = chosen ?? sizes.at(-1) ?? 'quart'
  return (
    <div>
      <CannerDrawing canner={canner} jar={jar} units={units} />
      {sizes.length > 1 && (
        <div role="group" aria-label="Jars in the drawing" className="flex flex-wrap gap-1.5">
          {sizes.map((s) => (
            <Button
              key={s}
              size="small"
              look={s === jar ? 'plain' : 'quiet'}
              aria-pressed={s === jar}
              onClick={() => setChosen(s)}
            >
              {countJars(takes(canner, s), s)}
            </Button>
          ))}
        </div>
      )}
    </div>
  )
}
