// clocks in tests read the same everywhere
process.env.TZ = 'UTC';

export default {
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/demo/**/*.test.ts', '<rootDir>/bin/**/*.test.ts'],
  // run together, by checks/rules.test.ts
  testPathIgnorePatterns: ['/node_modules/', '<rootDir>/src/core/checks/rules/'],
  testEnvironment: 'node',
  // handed in, since looking it up in the sandbox makes computation ten times slower
  sandboxInjectedGlobals: ['Math'],
  // finds what hangs: a slow machine that does other work too is no fault
  testTimeout: 120_000,
  // as many as there are cores: nothing else runs meanwhile
  maxWorkers: '100%',
  transform: {
    '^.+\\.(m?[jt]sx?)$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' } },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(d3-[a-z]+|internmap|polylabel|tinyqueue|@noble|@zip\.js|marked)/)',
  ],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
};
