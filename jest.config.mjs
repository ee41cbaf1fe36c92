/** Tests of the core, the formats, the command line and the store; the interface has Playwright. */
export default {
  testMatch: ['<rootDir>/tests/**/*.test.ts'],
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.tsx?$': '<rootDir>/tests/transform.mjs' },
  setupFiles: ['<rootDir>/tests/setup.ts'],
  testTimeout: 90_000,
  // by itself Jest leaves a core free, which on two cores is half of them
  maxWorkers: 2,
};
