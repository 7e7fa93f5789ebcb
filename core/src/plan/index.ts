export * from './season'
export * from './day'
export * from './load'
