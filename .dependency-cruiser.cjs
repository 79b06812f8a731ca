/** Dependencies point one way: core <- contract <- server, web. Cycles fail, type imports included. */
module.exports = {
  forbidden: [
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
      from: { path: '^(apps|e2e|scripts|packages/contract)/' },
      to: { path: '^packages/(core|contract)/src/(?!index\\.ts$)', pathNot: '^packages/contract/src' },
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
