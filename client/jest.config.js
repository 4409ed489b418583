// Somewhere with summer time, west of Greenwich: a day is not a day of UTC there.
process.env.TZ = 'America/Halifax';

const { FOR_JEST } = require('../scripts/for-jest.cjs');
const { transform } = require('jest-expo/jest-preset');

/** Our own sources, and of the packages those that come as they were written. */
const SWC = '/((core|client)/(src|test)|node_modules/react-native-(paper|svg))/.+\\.';
/** What Babel takes a hundred milliseconds for each. */
const swc = (parser) => [
  '@swc/jest',
  { jsc: { target: 'es2022', parser, transform: { react: { runtime: 'automatic' } } } },
];

module.exports = {
  displayName: 'client',
  preset: 'jest-expo',
  // React Native itself is written in Flow, and Expo's packages want what its preset puts in: these stay with Babel.
  transform: {
    [`${SWC}ts$`]: swc({ syntax: 'typescript' }),
    [`${SWC}tsx$`]: swc({ syntax: 'typescript', tsx: true }),
    [`${SWC}js$`]: swc({ syntax: 'ecmascript', jsx: true }),
    ...transform,
  },
  moduleNameMapper: { ...FOR_JEST, '^@/(.*)$': '<rootDir>/src/$1' },
  testMatch: ['<rootDir>/test/**/*.test.ts?(x)'],
};
