import { paths, type CannerRead } from '@kelvit/contract'
import { waterRunDue, type WaterRun } from '@kelvit/core'
import type { WaterRunWhy } from '@kelvit/core/words'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { DateField } from '../../household/date-field'
import { useHousehold, useToday } from '../../household/session'
import { WATER_RUN_OFFER } from '../../household/water-run-words'
import { showDate } from '../../household/words'
import { useSave } from '../../sync/changes'
import { Button } from '../../ui/button'
import { ChoiceField } from '../../ui/field'
import { useNotify } from '../../ui/notice'
import { Sheet } from '../../ui/sheet'
import { Refusal } from '../../ui/states'

const WHY: Readonly<Record<WaterRunWhy, string>> = {
  'after-winter': 'after months without use',
  'new-gasket': 'with a new gasket',
  'bought-used': 'bought, or new here',
  other: 'another reason',
}

/** A canner's runs with water only, and the offer of one before its next load. */
export function WaterRuns({ canner }: { readonly canner: CannerRead }) {
  const { may } = useHousehold()
  const today = useToday()
  const [open, setOpen] = useState(false)
  const due = waterRunDue(canner.lastRanOn, today)
  const runs = [...canner.waterRuns].sort((a, b) => b.onDate.localeCompare(a.onDate))
  if (!due && runs.length === 0 && !may('keeper')) return null
  return (
    <div className="border-t border-rim pt-3">
      <h3 className="mb-1">Runs with water only</h3>
      {due && <p className="mb-1">{WATER_RUN_OFFER[due]}</p>}
      <ul>
        {runs.slice(0, 4).map((r) => (
          <li key={`${r.onDate} ${r.why}`} className="text-ink-soft">
            {showDate(r.onDate, today)}, {WHY[r.why]}, {r.by}
          </li>
        ))}
      </ul>
      {may('keeper') && (
        <Button size="small" className="mt-1.5" onClick={() => setOpen(true)}>
          Record a water-only run
        </Button>
      )}
      {open && <Record canner={canner} why={due ?? 'new-gasket'} close={() => setOpen(false)} />}
    </div>
  )
}

interface RecordProps {
  readonly canner: CannerRead
  readonly why: WaterRunWhy
  readonly close: () => void
}

/** What was done with the empty canner, written into its book. */
function Record({ canner, why, close }: RecordProps) {
  const { member } = useHousehold()
  const today = useToday()
  const save = useSave('canners')
  const notify = useNotify()
  const [onDate, setOnDate] = useState(today)
  const { register, handleSubmit } = useForm<Pick<WaterRun, 'why'>>({ defaultValues: { why } })
  const send = ({ why: said }: Pick<WaterRun, 'why'>): void =>
    save.mutate(
      {
        method: 'PATCH',
        path: `${paths.canners}/${canner.id}`,
        body: {
          version: canner.version,
          waterRuns: [...canner.waterRuns, { onDate, why: said, by: member.name }],
        },
      },
      {
        onSuccess: () => {
          notify.done('Water-only run recorded.')
          close()
        },
      },
    )
  return (
    <Sheet
      open
      onOpenChange={(o) => !o && close()}
      title={`Water-only run of ${canner.name}`}
      about="Put in the water that its manual says, and no jars. Vent it, bring it to pressure, hold it there a few minutes, and let it cool. Steam may come out only at the vent and the weight."
    >
      <form onSubmit={(e) => void handleSubmit(send)(e)} className="flex flex-col gap-4">
        <DateField label="Run on" max={today} value={onDate} onChange={setOnDate} required />
        <ChoiceField
          label="Why"
          choices={Object.entries(WHY) as [WaterRunWhy, string][]}
          {...register('why')}
        />
        <Refusal of={save.error} />
        <Button type="submit" look="main" disabled={save.isPending}>
          It held: record it
        </Button>
        <p className="text-[15px] text-ink-soft">
          Did it leak or lose pressure? Close this and check the canner. Don’t use it until that’s
          fixed.
        </p>
      </form>
    </Sheet>
  )
}
