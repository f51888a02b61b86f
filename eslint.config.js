import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

const impure = 'The core is pure: pass the clock, the date or the random source in.';

export default ts.config(
  { ignores: ['build/', '.cache/', '.svelte-kit/', 'data/', 'drizzle/', 'node_modules/', 'test-results/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      'no-undef': 'off',
      eqeqeq: 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      'svelte/no-navigation-without-resolve': 'off',
      // Documents are raw state: maps and sets derived from them are made whole and never changed.
      'svelte/prefer-svelte-reactivity': 'off',
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { extraFileExtensions: ['.svelte'], parser: ts.parser, svelteConfig } },
  },
  // Playwright reads what a fixture depends on from its first argument, even when that is nothing.
  { files: ['e2e/**'], rules: { 'no-empty-pattern': 'off' } },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  {
    files: ['src/lib/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: impure },
        { object: 'Math', property: 'random', message: impure },
      ],
      'no-restricted-syntax': ['error', { selector: "NewExpression[callee.name='Date']", message: impure }],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'performance',
        'setTimeout',
      ],
    },
  },
);
