/** Imports go one way: web → contract → core ← contract ← server. Core knows none of them, nor any package. */
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^core/src' },
    },
    {
      name: 'contract-knows-core-and-zod',
      severity: 'error',
      from: { path: '^contract/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(contract|core)/src|node_modules/zod' },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      // Tests may take Port Alder for their example.
      from: { path: '^web/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^(server|demo)|node_modules/(fastify|@mikro-orm)' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/src' }, to: { path: '^web|node_modules/react' } },
    {
      name: 'components-know-no-screen',
      severity: 'error',
      from: { path: '^web/src/(components|state|quantities|api)' },
      to: { path: '^web/src/screens' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'not-resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\.css$|^virtual:' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|dist-types)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      conditionNames: ['hushto-source', 'import', 'default', 'types'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
