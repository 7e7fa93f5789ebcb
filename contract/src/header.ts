/** Header of every answer to somebody who is signed in: a place in the household's log. */
export const SEQ_HEADER = 'kelvit-seq'
/** Header of every answer of the API, also of refusals: that it is Kelvit which answers, and no portal before it. */
export const ANSWER_HEADER = 'kelvit-answer'
