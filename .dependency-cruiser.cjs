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
      to: { path: '^core/', dependencyTypesNot: ['type-only'] },
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
      name: 'primitives-know-no-station',
      severity: 'error',
      from: { path: '^web/src/(ui|chart|api|offline)/' },
      to: { path: '^web/src/station/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
}
