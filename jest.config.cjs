/** Six projects, each compiled in memory by @swc/jest; the database comes up once, before them all. */
const transform = {
  '^.+\\.(ts|tsx|mjs|js)$': [
    '@swc/jest',
    {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
      module: { type: 'commonjs' },
      sourceMaps: 'inline',
    },
  ],
};
const common = {
  transform,
  transformIgnorePatterns: ['/node_modules/(?!(d3-[a-z]+)/)'],
  testEnvironment: 'node',
};
module.exports = {
  maxWorkers: 2,
  testTimeout: 30_000,
  projects: [
    {
      ...common,
      displayName: 'core',
      rootDir: 'packages/core',
      testMatch: ['<rootDir>/test/**/*.test.ts'],
      // A lookup of a global in a test's own context is slow; core does little but arithmetic.
      sandboxInjectedGlobals: ['Math', 'Number', 'Float64Array', 'Int32Array', 'Map', 'Set'],
    },
    {
      ...common,
      displayName: 'contract',
      rootDir: 'packages/contract',
      testMatch: ['<rootDir>/test/**/*.test.ts'],
    },
    {
      ...common,
      displayName: 'cli',
      rootDir: 'apps/cli',
      testMatch: ['<rootDir>/test/**/*.test.ts'],
      sandboxInjectedGlobals: ['Math', 'Number', 'Float64Array', 'Int32Array', 'Map', 'Set'],
    },
    {
      ...common,
      displayName: 'server',
      rootDir: 'apps/server',
      testMatch: ['<rootDir>/test/**/*.test.ts'],
    },
    {
      ...common,
      displayName: 'web',
      rootDir: 'apps/web',
      testEnvironment: '<rootDir>/test/browserEnvironment.cjs',
      setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
      moduleNameMapper: { '\\.css$': '<rootDir>/test/emptyModule.ts' },
      testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
    },
    {
      ...common,
      displayName: 'house',
      rootDir: 'scripts',
      testMatch: ['<rootDir>/test/**/*.test.ts'],
    },
  ],
};
