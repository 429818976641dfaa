import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  // Prettier breaks lines where this rule sees a mistake.
  { rules: { 'no-unexpected-multiline': 'off' } },
  // A choice within a choice is a function with a name; from five values on a function takes them by name.
  { rules: { 'no-nested-ternary': 'error', 'max-params': ['error', 4] } },
  // A component or a list of routes may be long; none so long that it is not read in one go.
  { rules: { 'max-lines-per-function': ['error', { max: 250, skipBlankLines: true, skipComments: true }] } },
  // In a test, properties take as many values as are drawn.
  { files: ['**/*.test.{ts,tsx}', '**/*.test-support.ts'], rules: { 'max-params': 'off', 'max-lines-per-function': 'off' } },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [ts.configs.strictTypeChecked],
    languageOptions: { parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      // An import of types alone must say so as a whole, or it is loaded all the same.
      '@typescript-eslint/no-import-type-side-effects': 'error',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true, ignoreVoidOperator: true }],
    },
  },
  {
    files: ['apps/web/**/*.tsx', 'apps/web/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs.recommended.rules,
  },
  {
    // Arrows only downwards: messages stand alone, core stands on them, contract on core.
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test-support.ts', 'packages/core/src/calculators/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!\\.|@gangway/messages/)', message: 'The core uses the messages, no package, no Node and no page.' }] },
      ],
    },
  },
  {
    // Fourier transforms and linear equations are what standard packages are for.
    files: ['packages/core/src/{assembly,lensTests,plate}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test-support.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(?!\\.|@gangway/messages/|fft\\.js$|ml-matrix$)',
              message: 'Assembly, lens tests and plate use the packages for Fourier transforms and linear equations, and the core.',
            },
          ],
        },
      ],
    },
  },
  {
    // Where the sun stands is what a standard package is for.
    files: ['packages/core/src/sun/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^(?!\\.|@gangway/messages/|astronomy-engine$)', message: 'The sun uses the package for astronomy and the core.' },
          ],
        },
      ],
    },
  },
  {
    // The registry of calculators alone uses schemas.
    files: ['packages/core/src/calculators/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!\\.|@gangway/messages/|zod$)', message: 'The calculators use zod and the core, nothing else.' }] },
      ],
    },
  },
  {
    files: ['packages/messages/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!\\.|intl-messageformat$)', message: 'The messages use the package for ICU messages, nothing else.' }] },
      ],
    },
  },
  {
    files: ['packages/contract/src/**/*.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@gangway/server*', '@gangway/web*', 'node:*', 'react*'] }] },
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        performance: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        Buffer: 'readonly',
        URL: 'readonly',
        window: 'readonly',
        document: 'readonly',
        addEventListener: 'readonly',
        requestAnimationFrame: 'readonly',
        MessageChannel: 'readonly',
      },
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', 'e2e/**'],
    // Answers of supertest are `any` until a schema has read them.
    rules: {
      '@typescript-eslint/no-empty-function': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      'react-hooks/rules-of-hooks': 'off',
    },
  },
);
