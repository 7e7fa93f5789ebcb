export {
  cellsOf,
  LABEL_SHEETS,
  ownSheet,
  whyNotSheet,
  type Cell,
  type LabelSheet,
  type OwnGrid,
} from './sheets'
export { layOutLabel, type LabelLayout, type LabelLine, type LabelWords } from './layout'
export { initialsOf, labelWords, type LabelledJar } from './words'
export { addressOf, readCode, type ScannedCode } from './address'
