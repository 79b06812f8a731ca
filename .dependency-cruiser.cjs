/** Core's layers, the lowest first: a layer imports only those before it. `docs/architecture.md` says what each holds. */
const layers = [
  'statistics',
  'physics',
  'network',
  'circuit',
  'notation',
  'faults',
  'solver',
  'instruments',
  'inference',
  'planning',
  'text',
  'job',
  'diagnostics',
  'session',
];
/** The page's: pieces that know nothing of the product, its data, the questions to the workers, one folder a feature. */
const webLayers = ['ui', 'data', 'session', 'offline', 'features', '(App|main)\\.tsx'];
/** The server's: what may go wrong, the tables, the threads, what is stored and read, who asks, and the answers. */
const serverLayers = [
  '(config|errors)',
  'database',
  'work',
  'repositories',
  'access',
  'archive',
  'http',
  'routes',
  'demo',
  '(app|start|main)\\.ts',
];
const rulesOf = (root, inOrder) =>
  inOrder.slice(0, -1).map((layer, index) => ({
    name: `${root}: layer-${layer}`,
    comment: `${root}/${layer} imports only what stands before it`,
    severity: 'error',
    from: { path: `^${root}/${layer}/` },
    to: { path: `^${root}/(${inOrder.slice(index + 1).join('|')})(/|$)` },
  }));

/** Dependencies point one way: core <- contract <- drawing <- server, web. Cycles fail, type imports included. */
module.exports = {
  forbidden: [
    ...rulesOf('packages/core/src', [...layers, 'index\\.ts']),
    ...rulesOf('apps/web/src', webLayers),
    ...rulesOf('apps/server/src', serverLayers),
    {
      name: 'no-ring-of-folders',
      comment: 'folders that import one another in a ring are one folder, or want a third below them',
      scope: 'folder',
      severity: 'error',
      from: { path: '^(packages/core/src|packages/contract/src|apps/[a-z]+/src)/' },
      to: { circular: true },
    },
    {
      name: 'core-in-layers',
      comment: 'every file of core lies in a layer',
      severity: 'error',
      from: {},
      to: { path: `^packages/core/src/(?!(${layers.join('|')})/|index\\.ts$|errors\\.ts$)` },
    },
    { name: 'no-cycle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      comment: 'core imports its own files and nothing else: no package, no Node API',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { pathNot: '^packages/core/src' },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: '^packages/contract/src' },
      to: { path: '^(packages/drawing|apps|e2e|scripts)/' },
    },
    {
      name: 'drawing-knows-contract-and-core',
      severity: 'error',
      from: { path: '^packages/drawing/src' },
      to: { path: '^(apps|e2e|scripts)/' },
    },
    {
      name: 'applications-apart',
      severity: 'error',
      from: { path: '^apps/(server|cli|web)/src' },
      to: { path: '^(apps/(server|cli|web)|e2e|scripts)/', pathNot: '^apps/$1/' },
    },
    {
      name: 'by-the-front-door',
      comment: 'from outside, a package is imported by its name, not by a path into it',
      severity: 'error',
      from: { path: '^(apps|e2e|scripts|packages/(contract|drawing))/' },
      to: {
        path: '^packages/(core|contract|drawing)/src/(?!index\\.ts$)',
        pathNot: '^packages/$2/src',
      },
    },
    { name: 'resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|node_modules|\\.lantern)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json'],
    },
  },
};
