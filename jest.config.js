const { FOR_JEST } = require('./scripts/for-jest.cjs');

const node = (name) => ({
  displayName: name,
  moduleNameMapper: FOR_JEST,
  rootDir: name,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: {
    '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } } }],
  },
});

// What a machine needs that is busy with other work; no test waits for time.
module.exports = {
  testTimeout: 120_000,
  projects: [node('core'), node('server'), node('cli'), '<rootDir>/client'],
};
