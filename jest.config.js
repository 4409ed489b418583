const { FOR_JEST } = require('./scripts/for-jest.cjs');

/**
 * Handed to each module by name. A name that a module has to look up in the test's own world costs so much there that what computes takes four
 * times as long. None of them is ever replaced by a test, as the clock's `Date` is.
 */
const NEAR = [
  'Math',
  'BigInt',
  'Number',
  'String',
  'Array',
  'Object',
  'Map',
  'Set',
  'Float64Array',
  'Symbol',
];

const node = (name) => ({
  displayName: name,
  moduleNameMapper: FOR_JEST,
  rootDir: name,
  sandboxInjectedGlobals: NEAR,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: {
    '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } } }],
  },
});

// What a machine needs that is busy with other work; no test waits for time.
module.exports = {
  testTimeout: 600_000,
  projects: [node('core'), node('server'), node('cli'), '<rootDir>/client'],
};
