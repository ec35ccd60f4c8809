/** @type {import('jest').Config} */
export default {
  roots: ['<rootDir>/core', '<rootDir>/lint', '<rootDir>/server', '<rootDir>/web/src'],
  testEnvironment: 'node',
  globalSetup: '<rootDir>/scripts/unitSetup.mjs',
  globalTeardown: '<rootDir>/scripts/unitTeardown.mjs',
  // Of two cores Jest would leave one to whoever watches.
  maxWorkers: '100%',
  // A database of its own for a test file takes seconds on a busy machine: a limit against hanging, not a measurement.
  testTimeout: 30_000,
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
        module: { type: 'es6' },
        sourceMaps: 'inline',
      },
    ],
  },
  transformIgnorePatterns: ['/node_modules/'],
};
