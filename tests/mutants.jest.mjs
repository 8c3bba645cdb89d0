// Jest as the mutation runner uses it: the unit tests of core, shell and screens' state, telling which test ran which line.
import { default as whole } from '../jest.config.mjs';

const unit = whole.projects.find(({ displayName }) => displayName === 'unit');

const config = {
  ...unit,
  rootDir: process.cwd(),
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: [
    '<rootDir>/src/core/**/*.test.ts',
    '<rootDir>/src/repertoire/**/*.test.ts',
    '<rootDir>/src/features/floor/*.test.ts',
  ],
};

export default config;
