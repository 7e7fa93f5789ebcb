export * from './units'
export * from './format'
export { MAX_LINE_LB, readWeighIn, type Complaint, type WeighIn } from './line'
export type { HouseholdContainer } from './measure'
