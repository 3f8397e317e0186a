import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports run one way: web -> contract, core; server -> contract, core; contract -> core; core -> nothing of ours. */
const forbid = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });
const reach = {
  group: ['@zebbit/*/*'],
  message: 'Use the package name: its index.ts is the only door. Practice is for demo, bench and tests.',
};
const up = {
  group: ['**/core/src/**', '**/contract/src/**', '**/server/src/**', '**/web/src/**'],
  message: 'Rooms of another package are reached by its name.',
};

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '**/*.mjs', 'docs/**', '.cache/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    // What wants types is in .oxlintrc.json, in a tenth of the time: all of the strict set that the native linter knows.
    languageOptions: { parserOptions: { experimentalDecorators: true, emitDecoratorMetadata: true } },
    rules: {
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'separate-type-imports' }],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      ...forbid([
        {
          group: ['@zebbit/*', 'react', 'react-*', '@nestjs/*', 'node:*', 'fs', 'path'],
          message: 'The core imports nothing of ours and knows neither screen nor server.',
        },
        up,
      ]),
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage', 'Buffer'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass a seeded generator in.' },
        { object: 'Date', property: 'now', message: 'Pass `now` in.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: 'NewExpression[callee.name="Date"][arguments.length=0]', message: 'Pass `now` in.' },
      ],
    },
  },
  {
    files: ['belief', 'trace', 'shorts', 'inquiry', 'job', 'match'].map((room) => `core/src/${room}/**/*.ts`),
    ignores: ['**/*.test.ts'],
    rules: forbid([
      {
        group: ['@zebbit/*', 'react', 'react-*', '@nestjs/*', 'node:*', 'fs', 'path'],
        message: 'The core imports nothing of ours.',
      },
      {
        group: ['**/practice/**'],
        message: 'What infers may not look at what is made up: the truth stays hidden.',
      },
      up,
    ]),
  },
  {
    // Tests of the core may read data that the test set-up installed, and use outside references.
    files: ['core/src/**/*.test.ts', 'core/src/testing/*.ts'],
    rules: {
      ...forbid([{ group: ['@zebbit/*', 'react', '@nestjs/*'], message: 'The core is tested alone.' }, up]),
      'no-restricted-globals': 'off',
    },
  },
  {
    files: ['contract/src/**/*.ts'],
    rules: forbid([
      {
        group: ['@zebbit/contract', '@zebbit/server', '@zebbit/web', 'react', '@nestjs/*', 'node:*'],
        message: 'contract -> core only.',
      },
      reach,
      up,
    ]),
  },
  {
    files: ['server/src/**/*.ts'],
    rules: forbid([
      { group: ['@zebbit/server', '@zebbit/web', 'react', 'react-*'], message: 'server -> contract, core.' },
      reach,
      up,
    ]),
  },
  {
    // Tests of the server make up their boards with the practice room's generators.
    files: ['server/src/**/*.test.ts', 'server/src/testing/*.ts'],
    rules: forbid([
      { group: ['@zebbit/server', '@zebbit/web', 'react', 'react-*'], message: 'server -> contract, core.' },
      { group: ['@zebbit/*/*', '!@zebbit/core/practice'], message: reach.message },
      up,
    ]),
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      ...forbid([
        {
          group: ['@zebbit/web', '@zebbit/server', '@nestjs/*', 'node:*', 'sequelize*'],
          message: 'web -> contract, core.',
        },
        reach,
        up,
      ]),
    },
  },
  // Types tell what is defined; plain JavaScript here is test set-up only.
  { files: ['**/*.js'], rules: { 'no-undef': 'off' } },
  prettier,
);
