// Four projects: unit (beside the code), data (a real database), browser (the real interface in headless Chromium), live (of it, what
// a camera watches).
const live = 'eye.test.ts';

const shared = {
  testEnvironment: 'node',
  // Files run in a context of their own, where looking these up each time is slow.
  sandboxInjectedGlobals: ['Math', 'Number', 'Object', 'Array', 'JSON'],
  transform: {
    '^.+\\.(t|j)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
      },
    ],
  },
  setupFilesAfterEnv: ['<rootDir>/tests/patience.ts'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  transformIgnorePatterns: ['/node_modules/(?!(uuid|@internationalized)/)'],
};

const config = {
  testSequencer: '<rootDir>/tests/changed-first.mjs',
  projects: [
    { ...shared, displayName: 'unit', testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/tests/house/**/*.test.ts'] },
    { ...shared, displayName: 'data', testMatch: ['<rootDir>/tests/data/**/*.test.ts?(x)'] },
    {
      ...shared,
      displayName: 'browser',
      testMatch: ['<rootDir>/tests/browser/**/*.test.ts'],
      testPathIgnorePatterns: [live],
    },
    // What happens at the pace of the clock has the machine to itself.
    { ...shared, displayName: 'live', testMatch: [`<rootDir>/tests/browser/${live}`] },
  ],
};

export default config;
