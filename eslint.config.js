import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/**
 * Layers, from the top: routes → ui → workers → server → schema → core. A file may import from its own
 * layer or one below it; `above` lists the path patterns that each layer must not reach for.
 */
const ROUTES = ['**/routes/**'];
const UI = ['$lib/ui/**', '**/lib/ui/**'];
const WORKERS = ['$lib/workers/**', '**/lib/workers/**'];
const SERVER = ['$lib/server/**', '**/lib/server/**'];
const SCHEMA = ['$lib/schema/**', '**/lib/schema/**'];
const FRAMEWORK = ['svelte', 'svelte/**', '$app/**', '$env/**', '@sveltejs/**', '@skeletonlabs/**'];
const NODE = ['node:*', 'sequelize', 'sqlite3', 'umzug'];

const layer = (files, above, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group: above, message }] }] }
});

export default ts.config(
  { ignores: ['build/', '.svelte-kit/', 'node_modules/', 'data/', 'data-demo/', 'test-results/'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig } }
  },
  {
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      // Taking fields off an object by naming them beside a rest is the plain way to do it.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      'svelte/no-navigation-without-resolve': 'off'
    }
  },
  layer(
    ['src/core/**/*.ts'],
    [...ROUTES, ...UI, ...WORKERS, ...SERVER, ...SCHEMA, '$lib/**', ...FRAMEWORK, ...NODE, 'yup', 'echarts'],
    'The core computes on plain data: nothing of the interface, the server or a database.'
  ),
  layer(
    ['src/lib/schema/**/*.ts'],
    [...ROUTES, ...UI, ...WORKERS, ...SERVER, ...FRAMEWORK, ...NODE],
    'Schemas stand on the core alone.'
  ),
  layer(
    ['src/lib/server/**/*.ts'],
    [...ROUTES, ...UI, ...WORKERS, 'svelte', 'svelte/**', '$app/**'],
    'Services know nothing of pages.'
  ),
  layer(
    ['src/lib/workers/**/*.ts'],
    [...ROUTES, ...UI, ...SERVER, ...NODE],
    'A worker wraps a core function.'
  ),
  layer(
    ['src/lib/ui/**/*.ts', 'src/lib/ui/**/*.svelte'],
    [...ROUTES, ...SERVER, ...NODE],
    'Components reach the server only through /api/v1.'
  ),
  {
    // Property tests run in Node and may read the clock or the disk.
    files: ['src/core/**/*.test.ts', 'src/lib/schema/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: [...ROUTES, ...UI, ...SERVER, ...FRAMEWORK], message: 'Core tests test the core.' }
          ]
        }
      ]
    }
  }
);
