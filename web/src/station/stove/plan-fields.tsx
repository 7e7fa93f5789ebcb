import { DateField } from '../../household/date-field'
import { TimeField } from '../../household/time-field'
import { Link } from 'react-router'
import { useChecks } from '../../sync/queries'
import type { usePlan } from './use-plan'
import { type CannerRead, type Lot } from '@kelvit/contract'
import {
  foodOf,
  jarName,
  saidName,
  showLength,
  pressureOn,
  showAltitude,
  showPressure,
  type GaugeHere,
  showWeight,
  type JarSize,
  type Mouth,
  type Pack,
  type Process,
  shortFood,
  foodIdOf,
} from '@kelvit/core'
import { useHousehold } from '../../household/session'
import { ChoiceField } from '../../ui/field'
import { NumberField } from '../../ui/number-field'
import { Panel } from '../../ui/panel'

/** Lot, canner, jars, pack and start of a load. */
export function PlanFields({
  plan,
  lots,
  canners,
  jarsWrong,
}: {
  readonly plan: ReturnType<typeof usePlan>
  readonly lots: readonly Lot[]
  readonly canners: readonly CannerRead[]
  readonly jarsWrong: string | undefined
}) {
  const { household } = useHousehold()
  const lotName = (l: Lot): string =>
    `${shortFood(foodIdOf(l.foodId, l.jarOf))}${l.variety ? `, ${l.variety}` : ''} · ${showWeight(l.lb, household.units)}`
  const [day = '', time = ''] = plan.start.split('T')
  return (
    <Panel className="flex flex-col gap-4">
      <ChoiceField
        label="Lot"
        choices={lots.map((l) => [l.id, lotName(l)])}
        value={plan.lot?.id ?? ''}
        onChange={(e) => plan.setLot(e.target.value)}
      />
      <ChoiceField
        label="Canner"
        choices={canners.map((c) => [c.id, `${c.name}${c.blocks.length > 0 ? ' (blocked)' : ''}`])}
        value={plan.canner?.id ?? ''}
        onChange={(e) => plan.setCanner(e.target.value)}
        help={
          plan.canner
            ? `Regulated by its ${plan.canner.regulatedBy === 'dial' ? 'dial gauge' : 'weighted gauge'}.`
            : undefined
        }
      />
      <div className="grid grid-cols-2 gap-4">
        <ChoiceField
          label="Jars"
          choices={plan.sizes.map((s) => [s, jarName(s)])}
          value={plan.jar}
          onChange={(e) => {
            plan.setJar(e.target.value as JarSize)
            plan.setJars(undefined)
          }}
        />
        <ChoiceField
          label="Mouth"
          choices={[
            ['regular', 'regular'],
            ['wide', 'wide'],
          ]}
          value={plan.mouth}
          onChange={(e) => plan.setMouth(e.target.value as Mouth)}
        />
        <NumberField
          label="How many"
          whole
          min={1}
          value={plan.jars === 0 ? null : plan.jars}
          onValue={(n) => plan.setJars(n ?? 0)}
          error={jarsWrong}
          help={`Takes ${plan.capacity}. The lot makes about ${plan.likely}${plan.open < plan.likely ? `, ${plan.open} not planned yet` : ''}.`}
        />
        <ChoiceField
          label="Pack"
          choices={plan.packs.map((p) => [p, p])}
          value={plan.pack}
          onChange={(e) => plan.setPack(e.target.value as Pack)}
          help={
            plan.packs.length > 1
              ? 'Hot pack floats less and keeps its liquid.'
              : 'Only this pack is tested.'
          }
        />
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        <DateField
          label="Day"
          value={day}
          onChange={(chosen) => plan.setStart(`${chosen}T${time}`)}
          required
        />
        <TimeField
          label="Start"
          value={time}
          onChange={(chosen) => plan.setStart(`${day}T${chosen}`)}
          required
        />
      </div>
    </Panel>
  )
}

/** The tested process in large type, why, and where it comes from. */
export function ProcessFigures({
  process,
  gauge,
}: {
  readonly process: Process
  readonly gauge: GaugeHere
}) {
  const { household } = useHousehold()
  const food = foodOf(process.foodId)
  return (
    <div>
      <p className="text-ink-soft">
        {food && <span className="capitalize">{saidName(food)}</span>}, {process.pack} pack,{' '}
        {jarName(process.jar)}
      </p>
      <p className="font-head text-[2.3rem] leading-tight font-semibold">
        {process.minutes} minutes at {pressureOn(gauge, process.psi, household.units)}
      </p>
      <p className="mt-1.5 leading-relaxed text-ink-soft">
        {showPressure(process.psi, household.units)} because the kitchen is at{' '}
        {showAltitude(household.altitudeFt, household.units)}.{' '}
        {process.preparation.charAt(0).toUpperCase() + process.preparation.slice(1)}; headspace{' '}
        {showLength(process.headspaceIn, household.units)}.
      </p>
      <p className="mt-1.5 text-sm text-ink-soft">
        {process.source}
        {process.confirmWithExtension && '. Ask your extension service before you use this one.'}
      </p>
      <NotChecked formId={process.formId} />
    </div>
  )
}

/** Calmly, once: nobody here held these figures against a printed guide yet. */
function NotChecked({ formId }: { readonly formId: string }) {
  const checks = useChecks().data
  if (!checks || checks.some((c) => c.formId === formId)) return null
  return (
    <p className="mt-2 text-[15px] leading-relaxed">
      Nobody here has checked these figures against a printed guide yet.{' '}
      <Link to={`/methods/${formId}`} className="text-kettle underline">
        Check them against your copy
      </Link>
    </p>
  )
}
