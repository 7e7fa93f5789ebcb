import { randomInt } from 'node:crypto'

// No letters or digits that look alike on a smudged label.
const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ'

/** A short code for a batch, read aloud without mistakes; unique by the database's index. */
export const newCode = (length = 4): string =>
  Array.from({ length }, () => SIGNS[randomInt(SIGNS.length)]).join('')
