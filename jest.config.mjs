const transform = {
  '^.+\\.tsx?$': [
    '@swc/jest',
    {
      jsc: {
        parser: { syntax: 'typescript', tsx: true },
        target: 'es2022',
        transform: { react: { runtime: 'automatic' } },
        experimental: { keepImportAttributes: true },
      },
      module: { type: 'es6' },
    },
  ],
};
const base = {
  transform,
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: { '^~/(.*)$': '<rootDir>/app/$1', '^@core/(.*)$': '<rootDir>/core/$1' },
};

export default {
  testSequencer: '<rootDir>/scripts/longest-first.mjs',
  projects: [
    {
      ...base,
      displayName: 'unit',
      testMatch: ['<rootDir>/{core,app,demo,server}/**/*.test.{ts,tsx}'],
      setupFilesAfterEnv: ['<rootDir>/core/testing/seed.ts'],
    },
    {
      ...base,
      displayName: 'e2e',
      testMatch: ['<rootDir>/e2e/**/*.test.ts'],
      globalSetup: '<rootDir>/e2e/begin.mjs',
      globalTeardown: '<rootDir>/e2e/end.mjs',
    },
  ],
};
