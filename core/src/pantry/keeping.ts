/** Shelf rules: defaults that the household may change, and fixed advice. */
export const KEEPING = {
  bestMonths: 12,
  reviewMonths: 24,
  choices: [12, 18, 24, 36],
  openedDays: 4,
  openedTomatoDays: 7,
  standHours: [12, 24],
  reprocessHours: 24,
  storageF: [50, 70],
  storageMaxF: 95,
  boilBeforeTasting: { minutes: 10, plusPer1000Ft: 1 },
} as const
