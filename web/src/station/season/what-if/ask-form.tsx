import { cannerClasses, type WhatIf } from '@kelvit/core'
import { useState, type FormEvent } from 'react'
import type { SeasonView } from '../../../household/season'
import { showDay } from '../../../household/words'
import { Button } from '../../../ui/button'
import { ChoiceField } from '../../../ui/field'
import { NumberField } from '../../../ui/number-field'
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

/** Puts one more question beside the others. */
export function AskForm({ view, asks, setAsks }: AskFormProps) {
  const { days } = view.season.model
  const [kind, setKind] = useState<WhatIf['kind']>('lost-days')
  const [classId, setClass] = useState('small')
  const [pieces, setPieces] = useState<number | null>(24)
  const open = days.filter((d) => d.minutes > 0)
  const saturday = open.find((d) => showDay(d.date).startsWith('Sat'))
  const [date, setDate] = useState(saturday?.date ?? open[0]?.date ?? '')
  const ask: WhatIf =
    kind === 'canner'
      ? { kind, classId }
      : kind === 'lost-days'
        ? { kind, dates: [date] }
        : kind === 'supplies'
          ? { kind, pieces: pieces ?? 1 }
          : { kind }
  const there = asks.some((a) => JSON.stringify(a) === JSON.stringify(ask))
  const submit = (e: FormEvent): void => {
    e.preventDefault()
    if (!there) setAsks([...asks, ask])
  }
  return (
    <Panel className="mb-5">
      <form onSubmit={submit} className="flex flex-wrap items-end gap-4">
        <ChoiceField
          label="What if"
          className="w-64"
          value={kind}
          choices={KINDS}
          onChange={(e) => setKind(e.target.value as WhatIf['kind'])}
        />
        {kind === 'canner' && (
          <ChoiceField
            label="Which"
            className="w-72"
            value={classId}
            choices={cannerClasses.map((c) => [c.id, c.name] as const)}
            onChange={(e) => setClass(e.target.value)}
          />
        )}
        {kind === 'lost-days' && (
          <ChoiceField
            label="Which day"
            className="w-48"
            value={date}
            choices={open.slice(0, 45).map((d) => [d.date, showDay(d.date)] as const)}
            onChange={(e) => setDate(e.target.value)}
          />
        )}
        {kind === 'supplies' && (
          <NumberField
            label="How many of each kind"
            className="w-48"
            whole
            min={1}
            max={1000}
            required
            value={pieces}
            onValue={setPieces}
          />
        )}
        <Button type="submit" look="main" disabled={there}>
          {there ? 'Asked already' : 'Ask'}
        </Button>
      </form>
    </Panel>
  )
}
