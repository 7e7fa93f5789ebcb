import { paths, type SeasonPortion } from '@kelvit/contract'
import { capacityFor, daysBetween, minimumFor } from '@kelvit/core'
import { useForm } from 'react-hook-form'
import { v7 as uuidv7 } from 'uuid'
import { useSave } from '../../../sync/changes'
import type { SeasonView } from '../../../household/season'
import { Button } from '../../../ui/button'
import { ChoiceField } from '../../../ui/field'
import { NumberField } from '../../../ui/number-field'
import { lotName } from './ribbon-data'
import { Refusal } from '../../../ui/states'

/** Puts a lot on this day as a pinned load of the plan. */
export function AddLoad({ date, view }: { readonly date: string; readonly view: SeasonView }) {
  const { model } = view.season
  const index = daysBetween(view.records.today, date)
  const save = useSave('season-loads')
  const open = model.lots.map((lot, i) => {
    const placed = view.plan.loads
      .flatMap((l) => l.portions)
      .filter((p) => p.lot === i)
      .reduce((n, p) => n + p.jars, 0)
    return { lot, jars: lot.jars - placed }
  })
  const fewest = (jar: (typeof model.lots)[number]['jar']): number =>
    Math.min(...model.canners.map((c) => minimumFor(c.minimum, jar)))
  const able = open.filter(
    (o) =>
      o.jars > 0 && o.jars >= fewest(o.lot.jar) && index >= o.lot.arrived && index <= o.lot.due,
  )
  // Jars are what fits until somebody says a number; 0 stands for one that cannot be read.
  const form = useForm<{ lotId: string; canner: number; jars: number | null }>({
    defaultValues: { lotId: '', canner: 0, jars: null },
  })
  const { lotId, canner, jars: typed } = form.watch()
  const chosen = able.find((o) => o.lot.id === lotId) ?? able[0]
  const gear = model.canners[canner]
  if (able.length === 0 || !chosen || !gear)
    return (
      <p className="border-t border-rim pt-3 text-[15px] text-ink-soft">
        Every lot for this day is already in a load or too small for one.
      </p>
    )
  const { lot } = chosen
  const takes = capacityFor(gear.capacity, lot.jar, lot.mouth)
  const least = minimumFor(gear.minimum, lot.jar)
  const jars = typed ?? Math.min(takes, chosen.jars)
  const fits = Number.isInteger(jars) && jars >= least && jars <= Math.min(takes, chosen.jars)
  const submit = form.handleSubmit(() => {
    const { id, formId, pack, jar, mouth } = lot
    const portion: SeasonPortion = { lotId: id, formId, pack, jar, mouth, jars }
    const body = { onDate: date, cannerId: gear.id, pinned: true, portions: [portion] }
    save.mutate(
      { method: 'PUT', path: `${paths.seasonLoads}/${uuidv7()}`, body },
      { onSuccess: () => form.resetField('jars') },
    )
  })
  return (
    <form
      onSubmit={(e) => void submit(e)}
      className="mt-2 grid items-end gap-3 border-t border-rim pt-3 sm:grid-cols-[1.4fr_1.1fr_5.5rem_auto]"
    >
      <ChoiceField
        label="Add a lot to this day"
        value={lot.id}
        choices={able.map((o) => [o.lot.id, lotName({ ...o.lot, jars: o.jars })] as const)}
        onChange={(e) => {
          form.setValue('lotId', e.target.value)
          form.resetField('jars')
        }}
      />
      <ChoiceField
        label="Canner"
        value={String(canner)}
        choices={model.canners.map((c, i) => [String(i), c.name] as const)}
        onChange={(e) => form.setValue('canner', Number(e.target.value))}
      />
      <NumberField
        key={chosen.lot.id}
        label="Jars"
        whole
        value={jars === 0 ? null : jars}
        onValue={(n) => form.setValue('jars', n ?? 0)}
      />
      <Button type="submit" disabled={!fits || save.isPending}>
        Add
      </Button>
      {!fits && (
        <p className="text-sm text-beet sm:col-span-4">
          {takes < least
            ? `${gear.name} doesn’t take these jars, by its manual.`
            : `From ${least} to ${Math.min(takes, chosen.jars)} jars.`}
        </p>
      )}
      <Refusal of={save.error} className="text-sm sm:col-span-4" />
    </form>
  )
}
