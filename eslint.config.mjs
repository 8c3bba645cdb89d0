import next from 'eslint-config-next/core-web-vitals';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['.next/**', '.private/**', 'node_modules/**', 'next-env.d.ts'] },
  ...next,
  ...tseslint.configs.recommended,
  prettier,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': ['error', { allow: ['warn', 'error'] }],
      eqeqeq: 'error',
    },
  },
  // A function is seen whole: 60 lines where we compute, 120 where we paint (longer ones each with a reason beside it).
  {
    files: ['src/**'],
    ignores: ['**/*.test.ts', 'src/data/migrations/**'],
    rules: {
      complexity: ['error', { max: 15, variant: 'modified' }],
      'max-lines-per-function': ['error', 120],
      // A cast is gone, or stands with the reason why it is right.
      '@typescript-eslint/consistent-type-assertions': ['error', { assertionStyle: 'never' }],
    },
  },
  { files: ['src/core/**'], ignores: ['**/*.test.ts'], rules: { 'max-lines-per-function': ['error', 60] } },
  { files: ['scripts/**', 'src/data/prepare.ts', 'src/data/prove.ts'], rules: { 'no-console': 'off' } },
  { files: ['**/*.cjs'], languageOptions: { sourceType: 'commonjs' } },
  {
    files: ['src/core/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'window', 'document', 'process', 'fetch', 'performance'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Pass randomness in.' }],
    },
  },
);
