const { FOR_JEST } = require('../scripts/for-jest.cjs');

module.exports = {
  displayName: 'client',
  preset: 'jest-expo',
  moduleNameMapper: FOR_JEST,
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
};
