/** A number as it was typed, with a point or a comma; undefined when it is none. */
export function amountOf(typed: string): number | undefined {
  const text = typed.trim().replace(',', '.')
  return /^\d{1,3}(\.\d{1,3})?$/.test(text) ? Number(text) : undefined
}
