/** The house rules of docs/architecture.md, enforced: dependencies point inwards, rooms are entered by their index. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      comment: 'core is pure: no server, no web, no Node API, no framework',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^(server|web|e2e)/|react|express|sequelize', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-uses-no-node-api',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'web-and-server-never-meet',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^server/' },
    },
    {
      name: 'server-and-web-never-meet',
      severity: 'error',
      from: { path: '^server/src' },
      to: { path: '^web/' },
    },
    {
      name: 'enter-core-rooms-by-their-index',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/' },
      to: {
        path: '^core/src/([^/]+)/',
        pathNot: ['^core/src/$1/', '/index\\.ts$', '\\.testing\\.ts$'],
      },
    },
    {
      name: 'simulation-stays-out-of-the-app',
      comment: 'the simulated world makes demo data and tests; screens never import it',
      severity: 'error',
      from: { path: '^web/src', pathNot: '\\.(test|testing)\\.tsx?$' },
      to: { path: '^core/src/simulation' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^virtual:' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
    },
  },
};
