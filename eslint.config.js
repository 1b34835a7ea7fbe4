import boundaries from 'eslint-plugin-boundaries';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import { roomsInOrder } from './scripts/lib/rooms.mjs';
import svelteConfig from './svelte.config.js';

/** Which floor may import which: imports only ever point down (docs/architecture.md). */
const FLOORS = {
  routes: ['routes', 'ui', 'server', 'core'],
  ui: ['ui', 'workers', 'core'],
  server: ['server', 'core'],
  workers: ['workers', 'core'],
  core: ['core']
};

/** Reading the time anywhere but in the clock module would make a moment that no test can set. */
const NO_CLOCK = [
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'Take `now` as an argument; only server/clock.ts reads it.'
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: 'Take `now` as an argument; only server/clock.ts reads it.'
  },
  {
    selector: "MemberExpression[object.name='Temporal'][property.name='Now']",
    message: 'Take `now` as an argument; only server/clock.ts reads it.'
  }
];

export default ts.config(
  {
    ignores: [
      'node_modules',
      'build',
      'build-parser',
      '.svelte-kit',
      'test-results',
      'bench/bare/build',
      'bench/bare/.svelte-kit'
    ]
  },
  ...ts.configs.strict,
  ...svelte.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      'svelte/no-navigation-without-resolve': 'off',
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': 'off',
      complexity: ['error', 16],
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }]
    }
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, svelteConfig, extraFileExtensions: ['.svelte'] } }
  },
  {
    files: ['src/**'],
    plugins: { boundaries, rooms: { rules: { 'in-order': roomsInOrder } } },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'boundaries/include': ['src/**/*'],
      'boundaries/elements': [
        { type: 'routes', pattern: 'src/routes' },
        { type: 'routes', pattern: 'src/params' },
        { type: 'ui', pattern: 'src/lib/ui' },
        { type: 'workers', pattern: 'src/lib/workers' },
        { type: 'server', pattern: 'src/lib/server' },
        { type: 'core', pattern: 'src/lib/core' }
      ]
    },
    rules: {
      'no-restricted-syntax': ['error', ...NO_CLOCK],
      'rooms/in-order': 'error',
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: Object.entries(FLOORS).map(([from, to]) => ({
            from: { element: { type: from } },
            allow: { to: { element: { types: { anyOf: to } } } }
          }))
        }
      ]
    }
  },
  {
    // The core is pure: no Svelte, no Node, no database.
    files: ['src/lib/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', 'svelte', 'svelte/*', '@sveltejs/*', '$app/*', '$env/*', 'sequelize', 'pg'],
              message: 'The core knows only the rules of the job.'
            }
          ]
        }
      ]
    }
  },
  // Tests tell of a room together with what stands above it.
  { files: ['**/*.test.ts', '**/*.testing.ts'], rules: { 'rooms/in-order': 'off' } },
  {
    files: ['src/lib/ui/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        { name: 'fetch', message: 'Components are given data; ask by ui/forms/reach.ts.' }
      ]
    }
  },
  { files: ['src/lib/server/clock.ts', '**/*.test.ts'], rules: { 'no-restricted-syntax': 'off' } },
  { files: ['scripts/**', 'bench/**', 'demo/**'], rules: { 'no-console': 'off' } }
);
