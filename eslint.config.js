import { readFileSync } from 'node:fs';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import vendro from './scripts/lib/lint-plugin.mjs';
import svelteConfig from './svelte.config.js';

/**
 * Components alone, with what only somebody who reads Svelte can see. Everything else is read by a linter that takes a
 * twentieth of the time for the same rules (.oxlintrc.json); what both hold code to is written there.
 */
const COMPONENTS = ['**/*.svelte', '**/*.svelte.ts'];
const { rules: shared, overrides, ignorePatterns } = JSON.parse(readFileSync('.oxlintrc.json', 'utf8'));

export default ts.config(
  { ignores: ignorePatterns },
  { ignores: ['**/*.{js,mjs,cjs,mts,cts}', '**/!(*.svelte).ts'] },
  ...ts.configs.strict,
  ...svelte.configs['flat/recommended'],
  {
    files: COMPONENTS,
    languageOptions: {
      globals: { ...globals.browser, ...globals.node },
      parserOptions: { parser: ts.parser, svelteConfig, extraFileExtensions: ['.svelte'] }
    },
    plugins: { vendro },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': shared['no-unused-vars'],
      '@typescript-eslint/consistent-type-imports': 'error',
      'svelte/no-navigation-without-resolve': 'off',
      'max-lines': shared['max-lines'],
      complexity: shared.complexity,
      eqeqeq: shared.eqeqeq,
      'no-console': shared['no-console']
    }
  },
  ...overrides
);
