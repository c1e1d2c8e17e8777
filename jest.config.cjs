/** Every package's unit tests; the browser's own code runs under Angular's preset and jsdom. */
const esmPackages = [
  'color-string',
  'color-name',
  'flatbush',
  'flatqueue',
  'clipper2-ts',
  'fast-png',
  'iobuffer',
  'jsts',
  'fastpriorityqueue',
];
const transformIgnorePatterns = [`/node_modules/(?!(${esmPackages.join('|')})/)`];
const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } },
];
const sources = {
  // Random examples begin with one number, so that a red run is red again.
  '^fast-check$': '<rootDir>/scripts/fast-check.cjs',
  '^@drelk/core$': '<rootDir>/.cache/core-for-tests.cjs',
  '^@drelk/contract$': '<rootDir>/packages/contract/src/index.ts',
  '^@drelk/decode$': '<rootDir>/packages/decode/src/index.ts',
  '^@drelk/runner$': '<rootDir>/packages/runner/src/index.ts',
};
// Looked up in the sandbox at every use, this would slow inner loops ten times.
const sandboxInjectedGlobals = ['Math'];
/** Tests that take long are run by `npm run test:long` alone. */
const testPathIgnorePatterns = process.env.LONG
  ? ['/node_modules/']
  : ['/node_modules/', '\\.long\\.spec\\.ts$'];
const plain = (name) => ({
  displayName: name,
  rootDir: __dirname,
  testMatch: [`<rootDir>/packages/${name}/src/**/*.spec.ts`],
  testPathIgnorePatterns,
  testEnvironment: 'node',
  transform: { '^.+\\.[tj]s$': swc },
  transformIgnorePatterns,
  moduleNameMapper:
    name === 'core' ? { ...sources, '^@drelk/core$': '<rootDir>/packages/core/src/index.ts' } : sources,
  sandboxInjectedGlobals,
});

module.exports = {
  // By itself Jest leaves a core free, which nobody else uses meanwhile.
  maxWorkers: '100%',
  globalSetup: '<rootDir>/scripts/core-for-tests.cjs',
  testTimeout: 60_000,
  projects: [
    plain('core'),
    plain('contract'),
    plain('decode'),
    plain('runner'),
    plain('server'),
    plain('cli'),
    {
      displayName: 'web',
      rootDir: __dirname,
      preset: 'jest-preset-angular',
      sandboxInjectedGlobals,
      testMatch: ['<rootDir>/packages/web/src/**/*.spec.ts'],
      setupFilesAfterEnv: ['<rootDir>/packages/web/jest.setup.ts'],
      transform: {
        '^.+\\.(ts|mjs|js|html|svg)$': [
          'jest-preset-angular',
          {
            tsconfig: '<rootDir>/packages/web/tsconfig.spec.json',
            stringifyContentPathRegex: '\\.(html|svg)$',
          },
        ],
      },
      transformIgnorePatterns: [
        `/node_modules/(?!(.*\\.mjs$|${esmPackages.join('|')}|@angular|rxjs|konva)/)`,
      ],
      moduleNameMapper: {
        ...sources,
        '\\.factory$': '<rootDir>/packages/web/testing/worker.factory.ts',
      },
    },
  ],
};
