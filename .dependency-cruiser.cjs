/** Arrows run one way: web and server use contract and core; core uses nothing of ours. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(contract|server|web)/' },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-without-react',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: 'node_modules/(react|koa|pg)' },
    },
    {
      name: 'contract-takes-only-types-of-core',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { path: '^core/', pathNot: '^core/src/words/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'contract-knows-no-side',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { path: '^(server|web)/' },
    },
    {
      name: 'server-not-web',
      severity: 'error',
      from: { path: '^server/src' },
      to: { path: '^web/' },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^server/' },
    },
    {
      name: 'stations-apart',
      severity: 'error',
      from: { path: '^web/src/station/([^/]+)/' },
      to: { path: '^web/src/station/([^/]+)/', pathNot: '^web/src/station/$1/' },
    },
    {
      name: 'stations-apart-on-the-server',
      severity: 'error',
      from: { path: '^server/src/(account|answers|gear|loads|lots|methods|needs|pantry|season)/' },
      to: {
        path: '^server/src/(account|answers|gear|loads|lots|methods|needs|pantry|season)/',
        pathNot: '^server/src/$1/',
      },
    },
    {
      name: 'only-the-frame-knows-pages',
      severity: 'error',
      from: { path: '^web/src/', pathNot: '^web/src/(frame|station)/|^web/src/main.tsx' },
      to: { path: '^web/src/(frame|station)/' },
    },
    {
      name: 'rooms-below-know-none-above',
      severity: 'error',
      from: { path: '^web/src/(sync|chart|ui)/' },
      to: { path: '^web/src/(alarm|load)/' },
    },
    {
      name: 'words-know-nothing',
      severity: 'error',
      from: { path: '^core/src/words/' },
      to: { path: '^core/src/', pathNot: '^core/src/words/' },
    },
    {
      name: 'primitives-know-no-station',
      severity: 'error',
      from: { path: '^web/src/(ui|chart|household|load|alarm|sync)/' },
      to: { path: '^web/src/station/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
}
