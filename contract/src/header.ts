/** Header of every answer to somebody who is signed in: a place in the household's log. */
export const SEQ_HEADER = 'kelvit-seq'
