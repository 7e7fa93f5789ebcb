export * from './season'
export * from './day'
