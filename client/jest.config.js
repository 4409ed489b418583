// Somewhere with summer time, west of Greenwich: a day is not a day of UTC there.
process.env.TZ = 'America/Halifax';

const { FOR_JEST } = require('../scripts/for-jest.cjs');

module.exports = {
  displayName: 'client',
  preset: 'jest-expo',
  moduleNameMapper: { ...FOR_JEST, '^@/(.*)$': '<rootDir>/src/$1' },
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
};
