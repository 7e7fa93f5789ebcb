/** How many words a reason has at least. */
const REASON_WORDS = 3

/** Whether a text says why: three words or more, each with a letter in it. */
export const isReason = (text: string): boolean =>
  text.split(/\s+/u).filter((word) => /\p{L}/u.test(word)).length >= REASON_WORDS
