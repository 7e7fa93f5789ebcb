/** A stored row as it goes over the wire: instants as ISO text, no household, no times of writing. */
export type Wire<Row> = {
  [K in Exclude<keyof Row, 'householdId' | 'createdAt' | 'updatedAt'>]: Row[K] extends Date
    ? string
    : Row[K] extends Date | null
      ? string | null
      : Row[K]
}

const HIDDEN = new Set(['householdId', 'createdAt', 'updatedAt'])

export function toWire<Row extends object>(row: Row): Wire<Row> {
  const entries = Object.entries(row)
    .filter(([key]) => !HIDDEN.has(key))
    .map(([key, value]) => [key, value instanceof Date ? value.toISOString() : value])
  return Object.fromEntries(entries) as Wire<Row>
}
