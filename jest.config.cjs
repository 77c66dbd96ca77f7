const { availableParallelism } = require('node:os');

const transform = {
  '^.+\\.ts$': [
    '@swc/jest',
    { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } },
  ],
};
const shared = {
  transform,
  testEnvironment: 'node',
  rootDir: __dirname,
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
};

module.exports = {
  projects: [
    { ...shared, displayName: 'core', testMatch: ['<rootDir>/src/**/*.test.ts'] },
    { ...shared, displayName: 'program', testMatch: ['<rootDir>/tests/**/*.test.ts'] },
  ],
  testTimeout: 180000,
  /* Half of the time tests wait for a browser: one more at a time than there are processors keeps these busy. */
  maxWorkers: availableParallelism() + 1,
};
