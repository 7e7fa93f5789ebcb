export * from './units'
export * from './format'
