/** The stations in the order of the work, then the side doors. */
export const stations = [
  { path: '/needs', name: 'Needs' },
  { path: '/harvest', name: 'Harvest' },
  { path: '/season', name: 'Season' },
  { path: '/stove', name: 'Stove' },
  { path: '/pantry', name: 'Pantry' },
] as const

export const sideDoors = [
  { path: '/methods', name: 'Methods' },
  { path: '/gear', name: 'Gear' },
  { path: '/records', name: 'Records' },
  { path: '/practice', name: 'Practice' },
] as const
