import { FoodOpenWait, MoreMinutes } from '../../household/more-minutes'
import { CheckedPanel } from './checked-panel'
import { Steps } from './steps'
import {
  formOf,
  JAR_SIZES,
  jarName,
  lookUpProcess,
  saidName,
  showAltitude,
  showLength,
  pressureOn,
  showPressure,
  type Food,
  type FoodForm,
  type GaugeHere,
  type Process,
  rowHere,
  kitchenOf,
} from '@kelvit/core'
import { useParams, useSearchParams } from 'react-router'
import { useGaugeHere } from '../../household/gauge'
import { useHousehold } from '../../household/session'
import { AirCurve } from '../../chart/air-curve'
import { AltitudeBands } from '../../chart/altitude-bands'
import { HeadspaceJar } from '../../chart/headspace-jar'
import { ChoiceField } from '../../ui/field'
import { Page as Sheet } from '../../ui/page'
import { Panel } from '../../ui/panel'
import { Empty } from '../../ui/states'

/** One form: this kitchen's process in large type, why, and everything that goes with it. */
export function Page() {
  const { form: id = '' } = useParams()
  const found = formOf(id)
  if (!found)
    return (
      <Sheet question="Can it be canned, and how?">
        <Empty title="No tested process by that name">
          The tables don’t have it, so there’s no time.
        </Empty>
      </Sheet>
    )
  return (
    <Sheet
      question={`How are ${saidName(found.food)} canned?`}
      aside={found.form.name.toLowerCase()}
    >
      <Method food={found.food} form={found.form} />
    </Sheet>
  )
}

function Method({ food, form }: { readonly food: Food; readonly form: FoodForm }) {
  const { household } = useHousehold()
  const [search, setSearch] = useSearchParams()
  const asked = search.get('gauge')
  const here = useGaugeHere(asked === 'dial' || asked === 'weighted' ? asked : undefined)
  const gauge = here.kind
  const packs = form.packs.map((p) => p.pack)
  const pack =
    packs.find((p) => p === search.get('pack')) ??
    packs.find((p) => p === household.settings.defaultPack) ??
    packs[0] ??
    'hot'
  const choose = (key: string, value: string): void =>
    setSearch(
      (s) => {
        s.set(key, value)
        return s
      },
      { replace: true },
    )
  const sizes = JAR_SIZES.filter((s) => form.minutes[s] !== undefined)
  const jar = sizes.find((s) => s === search.get('jar')) ?? sizes.at(-1) ?? 'pint'
  const look = (size: (typeof sizes)[number], option?: Process['option']) =>
    rowHere(kitchenOf(household), { formId: form.id, pack, jar: size, option }, gauge)
  const process = look(jar)
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
      <div className="flex flex-col gap-5">
        <Panel rim={process.outcome === 'refused' ? 'stop' : 'plain'} label="Process here">
          {process.outcome === 'refused' ? (
            <p className="text-lg">
              {process.sentence} Instead: {process.instead.join(', ')}.
            </p>
          ) : (
            <ProcessHere process={process} gauge={here} />
          )}
          <div className="mt-5 grid grid-cols-1 gap-4 border-t border-rim pt-4 sm:grid-cols-3">
            <ChoiceField
              label="Jars"
              choices={sizes.map((s) => [s, jarName(s)])}
              value={jar}
              onChange={(e) => choose('jar', e.target.value)}
            />
            <ChoiceField
              label="Pack"
              choices={packs.map((p) => [p, p])}
              value={pack}
              onChange={(e) => choose('pack', e.target.value)}
              help={
                packs.length > 1
                  ? 'Raw pack keeps texture. Hot pack floats less.'
                  : 'Only this pack is tested.'
              }
            />
            <ChoiceField
              label="Regulated by"
              choices={[
                ['dial', 'a dial gauge'],
                ['weighted', 'a weighted gauge'],
              ]}
              value={gauge}
              onChange={(e) => choose('gauge', e.target.value)}
            />
          </div>
          <MoreMinutes food={food.id} name={saidName(food)} />
          <FoodOpenWait food={food.id} name={saidName(food)} />
        </Panel>
        {process.outcome === 'process' && <Steps food={food} process={process} />}
        <Panel label="Why this pressure">
          <h2 className="mb-1">
            {gauge === 'dial'
              ? 'Higher kitchens need more pressure for the same heat'
              : `A weight moves in steps, so above ${showAltitude(1000, household.units)} it runs hotter than it must`}
          </h2>
          <AltitudeBands
            form={form}
            rowSize={jar}
            gauge={gauge}
            altitudeFt={household.altitudeFt}
            system={household.units}
          />
        </Panel>
        <Panel label="Why to vent">
          <h2 className="mb-1">Air left inside makes it cooler</h2>
          <AirCurve
            altitudeFt={household.altitudeFt}
            psi={process.outcome === 'process' ? process.psi : 10}
            system={household.units}
          />
        </Panel>
      </div>
      <div className="flex flex-col gap-5">
        {process.outcome === 'process' && (
          <Panel label="Headspace" className="flex items-center gap-5">
            <HeadspaceJar jar={jar} headspaceIn={process.headspaceIn} units={household.units} />
            <p className="leading-relaxed">
              Headspace{' '}
              <strong className="block font-head text-2xl">
                {showLength(process.headspaceIn, household.units)}
              </strong>
              <span className="text-ink-soft">
                from the liquid up to the rim. Measure again after you take out the bubbles.
              </span>
            </p>
          </Panel>
        )}
        <Sizes sizes={sizes} look={look} gauge={here} />
        <CheckedPanel form={form} />
      </div>
    </div>
  )
}

function ProcessHere({ process, gauge }: { readonly process: Process; readonly gauge: GaugeHere }) {
  const { household } = useHousehold()
  const units = household.units
  return (
    <>
      <p className="font-head text-[2.7rem] leading-tight font-semibold">
        {process.minutes} minutes at {pressureOn(gauge, process.psi, units)}
      </p>
      <p className="mt-2 leading-relaxed text-ink-soft">
        {showPressure(process.psi, units)} because the kitchen is at{' '}
        {showAltitude(household.altitudeFt, units)} and a{' '}
        {process.gauge === 'dial' ? 'dial' : 'weight'} regulates. The time is the same at every
        altitude.
      </p>
      {process.options.length > 1 && (
        <p className="mt-2 leading-relaxed">
          Also tested here:{' '}
          {process.options
            .filter((o) => o.id !== process.option)
            .map((o) => `${o.minutes} min at ${pressureOn(gauge, o.psi, units)}`)
            .join(', or ')}
          . The tested guides also have a boiling-water process. Kelvit runs pressure only.
        </p>
      )}
      <p className="mt-2 text-sm text-ink-soft">
        {process.source}. {process.edition}.
      </p>
    </>
  )
}

function Sizes({
  sizes,
  look,
  gauge,
}: {
  readonly gauge: GaugeHere
  readonly sizes: readonly Process['jar'][]
  readonly look: (size: Process['jar']) => ReturnType<typeof lookUpProcess>
}) {
  const { household } = useHousehold()
  const first = JAR_SIZES.map((s) => look(s)).find((p) => p.outcome === 'process')
  return (
    <Panel label="All sizes">
      <h2 className="mb-1">In every size</h2>
      {first && (
        <p className="mb-2 text-[15px] text-ink-soft">
          All at {pressureOn(gauge, first.psi, household.units)}.
        </p>
      )}
      <table className="tabular w-full text-left">
        <tbody>
          {JAR_SIZES.map((s) => {
            const p = look(s)
            return (
              <tr key={s} className="border-t border-rim first:border-0">
                <th scope="row" className="py-2 font-semibold">
                  {jarName(s)}
                </th>
                <td className="text-right">
                  {p.outcome === 'process' ? `${p.minutes} min` : 'not tested'}
                  {p.outcome === 'process' && !sizes.includes(s) && (
                    <span className="block text-sm text-ink-soft">
                      the {jarName(p.rowSize, 1)}’s time
                    </span>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-ink-soft">
        A size that isn’t in the table takes the next larger size’s time. Half gallons have no
        tested process.
      </p>
    </Panel>
  )
}
