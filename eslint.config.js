import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import { castReason } from './scripts/lint/cast-reason.mjs';
import { layers } from './scripts/lint/layers.mjs';
import svelteConfig from './svelte.config.js';

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
    // One place tells the time, and a test can set it.
    files: ['src/**/*.ts', 'src/**/*.svelte', 'e2e/**/*.ts'],
    ignores: ['src/core/time/now.ts', 'src/core/time/now.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
          message: 'Ask nowIso() or nowMs() of core/time/now what time it is.'
        },
        {
          selector: 'CallExpression[callee.object.name="Date"][callee.property.name="now"]',
          message: 'Ask nowMs() of core/time/now what time it is.'
        }
      ]
    }
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
