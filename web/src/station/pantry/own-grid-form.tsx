import type { OwnGrid } from '@kelvit/core'
import { useState } from 'react'
import { ChoiceField } from '../../ui/field'
import { NumberField } from '../../ui/number-field'

const MM_IN = 25.4
type Length = 'width' | 'height' | 'pitchX' | 'pitchY'
const LENGTHS: readonly (readonly [Length, string])[] = [
  ['width', 'A label is wide'],
  ['height', 'A label is high'],
  ['pitchX', 'From one label’s edge to the next'],
  ['pitchY', 'From one label’s top to the next'],
]

/** A grid that somebody measured, in millimetres or inches; a comma is as good as a point. */
export function OwnGridForm({
  grid,
  change,
}: {
  readonly grid: OwnGrid
  readonly change: (grid: OwnGrid) => void
}) {
  const inches = grid.page === 'letter'
  const factor = inches ? MM_IN : 1
  return (
    <div className="grid grid-cols-2 gap-3">
      <ChoiceField
        label="Page"
        value={grid.page}
        choices={[
          ['letter', 'Letter, in inches'],
          ['a4', 'A4, in mm'],
        ]}
        onChange={(e) => change({ ...grid, page: e.target.value === 'a4' ? 'a4' : 'letter' })}
      />
      <ChoiceField
        label="Shape"
        value={grid.round ? 'round' : 'oblong'}
        choices={[
          ['oblong', 'Oblong'],
          ['round', 'Round'],
        ]}
        onChange={(e) => change({ ...grid, round: e.target.value === 'round' })}
      />
      <Measure
        key="columns"
        label="Side by side"
        value={grid.columns}
        set={(n) => Number.isInteger(n) && n <= 20 && change({ ...grid, columns: n })}
      />
      <Measure
        key="rows"
        label="Rows"
        value={grid.rows}
        set={(n) => Number.isInteger(n) && n <= 60 && change({ ...grid, rows: n })}
      />
      {LENGTHS.map(([key, label]) => (
        <Measure
          key={`${key} ${grid.page}`}
          label={`${label}, ${inches ? 'in' : 'mm'}`}
          value={Math.round((grid[key] / factor) * 1000) / 1000}
          set={(n) => n * factor <= 420 && change({ ...grid, [key]: n * factor })}
        />
      ))}
    </div>
  )
}

function Measure({
  label,
  value,
  set,
}: {
  readonly label: string
  readonly value: number
  readonly set: (value: number) => void
}) {
  const [typed, setTyped] = useState<number | null>(value)
  return (
    <NumberField
      label={label}
      value={typed}
      error={typed !== null && typed > 0 ? undefined : 'A number above 0.'}
      onValue={(n) => {
        setTyped(n)
        if (n !== null && n > 0) set(n)
      }}
    />
  )
}
