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
  /* Each test has a browser beside it: two at a time keep two processors busy, and more of them only wait for each other. */
  maxWorkers: Math.max(2, availableParallelism() - 1),
};
