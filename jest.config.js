const swc = (parser) => [
  '<rootDir>/scripts/unitTransform.mjs',
  {
    jsc: { parser, target: 'es2022', transform: { react: { runtime: 'automatic' } } },
    module: { type: 'es6' },
    sourceMaps: 'inline',
  },
];

/** @type {import('jest').Config} */
export default {
  roots: ['<rootDir>/core', '<rootDir>/lint', '<rootDir>/server', '<rootDir>/web/src'],
  resolver: '<rootDir>/scripts/unitResolver.mjs',
  testEnvironment: 'node',
  globalSetup: '<rootDir>/scripts/unitSetup.mjs',
  globalTeardown: '<rootDir>/scripts/unitTeardown.mjs',
  setupFiles: ['<rootDir>/scripts/unitGlobals.mjs'],
  reporters: ['default', '<rootDir>/scripts/unitProgress.mjs'],
  // Of two cores Jest would leave one to whoever watches.
  maxWorkers: '100%',
  // A database of its own for a test file takes seconds on a busy machine: a limit against hanging, not a measurement.
  testTimeout: 30_000,
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  // Style sheets are the bundler’s business; a class is called what it is called.
  moduleNameMapper: {
    '\\.module\\.css$': '<rootDir>/scripts/styleNames.mjs',
    '^lucide-react$': '<rootDir>/node_modules/lucide-react/dist/cjs/lucide-react.js',
    '^recharts$': '<rootDir>/node_modules/recharts/lib/index.js',
  },
  transform: {
    '^.+\\.ts$': swc({ syntax: 'typescript' }),
    '^.+\\.tsx$': swc({ syntax: 'typescript', tsx: true }),
  },
  transformIgnorePatterns: ['/node_modules/'],
};
