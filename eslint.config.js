import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import { castReason } from './scripts/lint/cast-reason.mjs';
import { layers } from './scripts/lint/layers.mjs';
import svelteConfig from './svelte.config.js';

/** One place tells the time, and a test can set it. */
const CLOCK = [
  {
    selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
    message: 'Ask nowIso() or nowMs() of core/time/now what time it is.'
  },
  {
    selector: 'CallExpression[callee.object.name="Date"][callee.property.name="now"]',
    message: 'Ask nowMs() of core/time/now what time it is.'
  }
];
/** One place knows which day it is where: the first letters of a time are a day of Greenwich, and nobody casts there. */
const DAY = 'Which day, month or hour a time falls on is a question of its zone: ask core/time/day.';
const WRITTEN =
  'A page writes days and hours by lib/ui/date/written-date, in the one way that its reader has.';
const WRITING = [
  { selector: 'MemberExpression[object.name="Intl"][property.name="DateTimeFormat"]', message: WRITTEN },
  {
    selector: 'CallExpression[callee.property.name=/^toLocale(Date|Time)String$/]',
    message: WRITTEN
  }
];
/** One way to write a figure: a true minus, no −0, and the unit with it. */
const FIGURES = [
  {
    selector: 'CallExpression[callee.property.name=/^to(Fixed|LocaleString)$/]',
    message:
      'Write a figure by core/quantity/display (fixed, percentText, massText …); round a number by core/quantity/rounded.'
  }
];
const DAYS = [
  {
    selector:
      'CallExpression[callee.property.name=/^(slice|substring|substr)$/][arguments.0.value=0][arguments.1.value=/^(4|7|10|13|16)$/]',
    message: DAY
  },
  {
    selector:
      'CallExpression[callee.property.name=/^[gs]et(UTC)?(FullYear|Month|Date|Day|Hours|Minutes)$|^getTimezoneOffset$/]',
    message: DAY
  },
  { selector: 'CallExpression[callee.object.name="Date"][callee.property.name="UTC"]', message: DAY },
  { selector: 'TemplateElement[value.raw=/substr\\(\\w*\\.?at\\b|date\\(\\w*\\.?at\\b/]', message: DAY }
];

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
  {
    files: ['src/**/*.ts', 'src/**/*.svelte'],
    plugins: { brunkel: { rules: { layers, 'cast-reason': castReason } } },
    rules: { 'brunkel/layers': 'error' }
  },
  {
    files: ['src/**/*.ts', 'src/**/*.svelte'],
    // Tests may hand over what no type allows: that is what they test.
    ignores: ['**/*.test.ts'],
    rules: { 'brunkel/cast-reason': 'error' }
  },
  {
    files: ['src/**/*.ts', 'src/**/*.svelte', 'e2e/**/*.ts'],
    ignores: ['src/core/time/now.ts', 'src/core/time/now.test.ts'],
    rules: {
      'no-restricted-syntax': ['error', ...CLOCK]
    }
  },
  {
    files: ['src/**/*.ts', 'src/**/*.svelte'],
    ignores: ['src/core/time/*.ts', 'src/lib/ui/date/written-date.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': ['error', ...CLOCK, ...DAYS, ...WRITING, ...FIGURES],
      'no-restricted-imports': ['error', { paths: [{ name: '@date-fns/tz', message: DAY }] }]
    }
  },
  {
    files: ['src/core/quantity/{count,display,rounded}.ts'],
    rules: { 'no-restricted-syntax': ['error', ...CLOCK, ...DAYS, ...WRITING] }
  },
  {
    // These run where nothing is installed yet. What wants packages is imported by a call, once they are there.
    files: ['scripts/*.mjs'],
    ignores: ['scripts/serve.mjs', 'scripts/*.test.mjs'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(?!node:|\\./(preflight|working|installing|building)\\.mjs$)',
              message:
                'This script starts before packages are installed: import Node’s own modules, or await import() after ensureInstalled().'
            }
          ]
        }
      ]
    }
  }
);
