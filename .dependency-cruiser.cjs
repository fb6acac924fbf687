/** Imports go one way: web, server → words → contract → core. Core knows none of them, nor any package. */
/** @type {import('dependency-cruiser').IConfiguration} */
const TESTS = '\\.test\\.tsx?$';

/** What a workspace may import beside its own files: other workspaces and packages. Tests may import more. */
const only = (workspace, others, packages = []) => ({
  name: `${workspace}-knows-only-${[...others, ...packages.map((name) => name.replace(/^@[^/]*\//, ''))].join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${workspace}/src`, pathNot: TESTS },
  to: {
    pathNot: [...[workspace, ...others].map((name) => `^${name}/src`), ...packages.map((name) => `node_modules/${name}/`)],
  },
});

module.exports = {
  forbidden: [
    only('core', []),
    only('contract', ['core'], ['zod', '@humanwhocodes/momoa']),
    only('words', ['contract', 'core'], ['zod']),
    {
      name: 'scenes-know-only-core',
      comment: 'Scenes are computed beforehand: nothing of the page or the server is in them.',
      severity: 'error',
      from: { path: '^scenes/src', pathNot: TESTS },
      to: { pathNot: ['^(scenes|core)/src', 'node_modules/(sharp|fft\\.js|@types/node)/', '^(node:|fs|os|util|worker_threads)'] },
    },
    {
      name: 'nobody-knows-how-scenes-are-made',
      severity: 'error',
      from: { path: '^(core|contract|words|demo|server|web)/' },
      to: { path: '^scenes/' },
    },
    {
      name: 'no-room-of-core-points-at-the-plan',
      comment: 'The plan composes light, movement, optics, sensor and detail; the aims are a table that a brief names.',
      severity: 'error',
      from: { path: '^core/src/(numerics|light|motion|optics|sensor|detail)/', pathNot: TESTS },
      to: { path: '^core/src/(plan|outing|learn|image|raw)/' },
    },
    {
      name: 'a-brief-computes-nothing',
      severity: 'error',
      from: { path: '^core/src/brief/', pathNot: TESTS },
      to: { path: '^core/src/(plan/(?!aims\\.ts)|detail|sensor|outing|learn|image|raw)' },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      // Tests may take Port Alder for their example.
      from: { path: '^web/src', pathNot: TESTS },
      to: { path: '^(server|demo)|node_modules/(fastify|@mikro-orm)' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/src' }, to: { path: '^web|node_modules/react' } },
    {
      name: 'components-know-no-screen',
      severity: 'error',
      from: { path: '^web/src/(components|state|domain|quantities|api)' },
      to: { path: '^web/src/screens' },
    },
    {
      name: 'rules-of-the-page-know-no-store',
      severity: 'error',
      from: { path: '^web/src/domain', pathNot: TESTS },
      to: { path: '^web/src/(state|components|screens|sync)|node_modules/(react|zustand)/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'not-resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\.css$|^virtual:' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // What we build ourselves; packages that are themselves a dist/ are seen.
    exclude: { path: '^(core|contract|words|demo|scenes|server|web)/(dist|dist-types)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      conditionNames: ['hushto-source', 'import', 'default', 'types'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
