import { cannerClasses, type WhatIf } from '@kelvit/core'
import { useForm } from 'react-hook-form'
import type { SeasonView } from '../../../household/season'
import { showDay } from '../../../household/words'
import { Button } from '../../../ui/button'
import { ChoiceField } from '../../../ui/field'
import { NumberEntry } from '../../../ui/number-entry'
import { Panel } from '../../../ui/panel'

interface AskFormProps {
  readonly view: SeasonView
  readonly asks: readonly WhatIf[]
  readonly setAsks: (asks: readonly WhatIf[]) => void
}

const KINDS: readonly (readonly [WhatIf['kind'], string])[] = [
  ['lost-days', 'a day is lost'],
  ['canner', 'there is another canner'],
  ['helper', 'one person more helps'],
  ['supplies', 'there are more jars and lids'],
  ['frost', 'frost comes tonight'],
]

interface Typed {
  kind: WhatIf['kind']
  classId: string
  pieces: number | null
  date: string
}

function askOf({ kind, classId, pieces, date }: Typed): WhatIf {
  if (kind === 'canner') return { kind, classId }
  if (kind === 'lost-days') return { kind, dates: [date] }
  return kind === 'supplies' ? { kind, pieces: pieces ?? 1 } : { kind }
}

/** Puts one more question beside the others. */
export function AskForm({ view, asks, setAsks }: AskFormProps) {
  const { days } = view.season.model
  const open = days.filter((d) => d.minutes > 0)
  const saturday = open.find((d) => showDay(d.date).startsWith('Sat'))
  const { control, register, handleSubmit, watch } = useForm<Typed>({
    defaultValues: {
      kind: 'lost-days',
      classId: 'small',
      pieces: 24,
      date: saturday?.date ?? open[0]?.date ?? '',
    },
  })
  const ask = askOf(watch())
  const { kind } = ask
  const there = asks.some((a) => JSON.stringify(a) === JSON.stringify(ask))
  const submit = handleSubmit((typed) => {
    if (!there) setAsks([...asks, askOf(typed)])
  })
  return (
    <Panel className="mb-5">
      <form onSubmit={(e) => void submit(e)} className="flex flex-wrap items-end gap-4">
        <ChoiceField label="What if" className="w-64" choices={KINDS} {...register('kind')} />
        {kind === 'canner' && (
          <ChoiceField
            label="Which"
            className="w-72"
            choices={cannerClasses.map((c) => [c.id, c.name] as const)}
            {...register('classId')}
          />
        )}
        {kind === 'lost-days' && (
          <ChoiceField
            label="Which day"
            className="w-48"
            choices={open.slice(0, 45).map((d) => [d.date, showDay(d.date)] as const)}
            {...register('date')}
          />
        )}
        {kind === 'supplies' && (
          <NumberEntry
            control={control}
            name="pieces"
            label="How many of each kind"
            className="w-48"
            whole
            min={1}
            max={1000}
            required
          />
        )}
        <Button type="submit" look="main" disabled={there}>
          {there ? 'Already asked' : 'Ask'}
        </Button>
      </form>
    </Panel>
  )
}
