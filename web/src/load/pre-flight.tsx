import {
  besideWords,
  gaugeIn,
  hasDrifted,
  countJars,
  formOf,
  kitchenNumber,
  pressureOn,
  psi,
  saidName,
  showLength,
  showTemperature,
  type JarSize,
  type Process,
} from '@kelvit/core'
import { Link } from 'react-router'
import { useHousehold } from '../household/session'
import { BeforeHeat, OnItsBurner } from './burner'
import { Caution } from '../ui/panel'
import type { LoadView } from './load-view'

/** Canner water before the jars go in, °F: cooler for raw packs, so that jars do not crack. */
const WATER_F = { raw: 140, hot: 180 } as const

/** Before the first flame: what is unsafe blocks with its reason; the rest is told, not ticked. */
export function PreFlight({ view }: { readonly view: LoadView }) {
  const { load, canner, state, fresh } = view
  const { household } = useHousehold()
  if (state.stage !== 'planned' && state.stage !== 'preparing') return null
  const setup = fresh?.outcome === 'process' ? fresh.setup : load.setup
  const processes = fresh?.outcome === 'process' ? fresh.processes : load.processes
  const gauge = gaugeIn(setup)
  const packs = [...new Set(load.portions.map((p) => p.pack))]
  const water = packs.includes('raw') ? WATER_F.raw : WATER_F.hot
  return (
    <div className="flex flex-col gap-3">
      {canner?.blocks.map((b) => (
        <Caution key={b.sentence}>
          <strong>{canner.name} can’t be used.</strong> {b.sentence}{' '}
          <Link to="/gear" className="font-semibold text-kettle underline">
            Fix it under Gear
          </Link>
        </Caution>
      ))}
      {canner && <BeforeHeat canner={canner} portions={load.portions} />}
      {canner?.learned.beside && hasDrifted(canner.learned.beside) && (
        <Caution>{besideWords(canner.learned.beside, canner.dialMarks ?? household.units)}</Caution>
      )}
      <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-5 gap-y-2 leading-relaxed">
        <Fact name="Pressure">
          {pressureOn(gauge, psi(setup.psi), household.units)}, {setup.minutes} minutes
        </Fact>
        {canner && (
          <Fact name="Water">
            {showLength(canner.waterIn, household.units)} deep by its manual, at{' '}
            {showTemperature(water, household.units)}. The water doesn’t cover the jars
            {household.settings.vinegarInCanner ? '. Add a little vinegar' : ''}
          </Fact>
        )}
        {canner?.standsOn && (
          <Fact name="Burner">
            <OnItsBurner canner={canner} portions={load.portions} />
          </Fact>
        )}
        {load.portions.map((p, i) => {
          const process = processes[i]
          return (
            process && (
              <Fact key={p.id} name={nameOf(p.formId)}>
                <ForPortion
                  process={process}
                  jars={p.jars}
                  jar={p.jar}
                  salt={household.settings.salt}
                  headspace={showLength(process.headspaceIn, household.units)}
                />
              </Fact>
            )
          )
        })}
      </dl>
    </div>
  )
}

const nameOf = (formId: string): string => {
  const food = formOf(formId)?.food
  const name = food ? saidName(food) : formId
  return name.charAt(0).toUpperCase() + name.slice(1)
}

function Fact({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <>
      <dt className="text-ink-soft">{name}</dt>
      <dd>{children}</dd>
    </>
  )
}

interface ForPortionProps {
  readonly process: Process
  readonly jars: number
  readonly jar: JarSize
  readonly salt: boolean
  readonly headspace: string
}

/** What goes into this load's jars, by name and amount, and what is never done. */
function ForPortion({ process, jars, jar, salt, headspace }: ForPortionProps) {
  const acid = process.acidPerJar
  return (
    <>
      {process.preparation}. Headspace <strong>{headspace}</strong>.
      {acid && (
        <>
          {' '}
          <strong>
            {kitchenNumber(acid.citricAcidTsp)} tsp citric acid in each of {countJars(jars, jar)}
          </strong>{' '}
          ({kitchenNumber(acid.citricAcidTsp * jars)} tsp in all), or{' '}
          {kitchenNumber(acid.bottledLemonJuiceTbsp)} tbsp bottled lemon juice.
        </>
      )}
      {salt &&
        process.saltTspPerJar > 0 &&
        ` Salt, if wanted: ${kitchenNumber(process.saltTspPerJar)} tsp in each (${kitchenNumber(process.saltTspPerJar * jars)} tsp).`}
      {process.notes.map((n) => (
        <span key={n} className="block text-beet">
          {n}
        </span>
      ))}
    </>
  )
}
