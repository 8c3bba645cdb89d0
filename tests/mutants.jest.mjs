// Jest as the mutation runner uses it: the unit tests of the folders that MUTANT_TESTS names.
import { default as whole } from '../jest.config.mjs';

const unit = whole.projects.find(({ displayName }) => displayName === 'unit');

const config = {
  ...unit,
  rootDir: process.cwd(),
  // Looks all over the repertoire, made anew for every mutant, would take hours.
  testPathIgnorePatterns: [...(unit.testPathIgnorePatterns ?? []), 'told-in-looks'],
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: process.env.MUTANT_TESTS.split(',').map(
    (folder) =>
      ({ floor: '<rootDir>/src/features/floor/*.test.ts', repertoire: '<rootDir>/src/repertoire/*.test.ts' })[folder] ??
      `<rootDir>/src/core/${folder.includes('/') ? folder : `${folder}/*`}.test.ts`,
  ),
};

export default config;
