// Jest as the mutation runner uses it: the unit tests of core, shell and screens' state, telling which test ran which line.
import config from '../jest.config.mjs';

const unit = config.projects.find(({ displayName }) => displayName === 'unit');

export default {
  ...unit,
  rootDir: process.cwd(),
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: [
    '<rootDir>/src/core/**/*.test.ts',
    '<rootDir>/src/repertoire/**/*.test.ts',
    '<rootDir>/src/features/floor/*.test.ts',
  ],
};
