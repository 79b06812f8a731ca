import js from '@eslint/js';
import { defineConfig, globalIgnores } from 'eslint/config';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import refresh from 'eslint-plugin-react-refresh';
import tseslint from 'typescript-eslint';

/** What core may not touch: clocks, random sources, consoles, processes, and bare errors. */
const coreBans = {
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        { regex: '^(?!\\.)', message: 'Core imports only its own files: no package, no browser, no server.' },
      ],
    },
  ],
  'no-restricted-globals': [
    'error',
    ...Object.keys({ ...globals.browser, ...globals.node })
      .filter(
        (name) => !['structuredClone', 'name', 'event', 'status', 'length', 'parent', 'top'].includes(name),
      )
      .map((name) => ({ name, message: 'Core has no browser, no server, no clock and no console.' })),
  ],
  'no-restricted-properties': [
    'error',
    { object: 'Math', property: 'random', message: 'Pass a random source in.' },
    { object: 'Date', property: 'now', message: 'Pass the time in.' },
  ],
  'no-restricted-syntax': [
    'error',
    { selector: 'NewExpression[callee.name="Date"]', message: 'Pass the time in.' },
    {
      selector: 'NewExpression[callee.name="Error"]',
      message: 'Throw an error class of errors.ts, with a code.',
    },
    { selector: 'ExportAllDeclaration', message: 'Name every export.' },
  ],
};

export default defineConfig(
  globalIgnores([
    '**/dist',
    '**/node_modules',
    '.lantern',
    'docs/schema',
    '**/test-results',
    'playwright-report',
  ]),
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      'no-restricted-syntax': ['error', { selector: 'ExportAllDeclaration', message: 'Name every export.' }],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['packages/core/src/**/*.ts'], rules: coreBans },
  {
    files: ['apps/web/**/*.tsx'],
    plugins: { 'react-hooks': hooks, 'react-refresh': refresh },
    rules: {
      ...hooks.configs.recommended.rules,
      'react-refresh/only-export-components': 'error',
      // A component's markup is one expression; its length is not a measure of its logic.
      'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['**/test/**', 'e2e/**'],
    rules: { 'max-lines-per-function': 'off', 'react-refresh/only-export-components': 'off' },
  },
  // A Playwright fixture that needs no other says so with an empty pattern.
  { files: ['e2e/**'], rules: { 'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }] } },
  { files: ['apps/web/public/*.js'], languageOptions: { globals: globals.browser } },
  { files: ['**/*.cjs'], languageOptions: { globals: globals.node, sourceType: 'commonjs' } },
  { files: ['**/*.js', '**/*.mjs'], languageOptions: { globals: globals.node } },
);
