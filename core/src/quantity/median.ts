/** The middle of some numbers, of the two middle ones their mean; 0 of none. */
export function median(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return ((sorted[half] ?? 0) + (sorted[sorted.length - 1 - half] ?? 0)) / 2
}
