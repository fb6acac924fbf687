import js from '@eslint/js';
import { defineConfig, globalIgnores } from 'eslint/config';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** What the core must not know: time, chance, the browser, the machine. It is handed all of them. */
const IMPURE = [
  { object: 'Math', property: 'random', message: 'The core is handed its randomness.' },
  { object: 'Date', property: 'now', message: 'The core is handed its time.' },
];

export default defineConfig([
  globalIgnores(['**/dist/**', '**/dist-types/**', 'coverage/**', 'data/**', 'web/vite.*.ts', 'web/public/**']),
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    // The rules that ask for types are in .oxlintrc.json: there they take a quarter of the time.
    extends: [tseslint.configs.recommended],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  { files: ['**/*.{mjs,cjs}'], languageOptions: { globals: globals.node } },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    extends: [reactHooks.configs.flat['recommended-latest'] ?? reactHooks.configs.flat.recommended],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.name=/^use(Library|Keeping|Cursor|Frame|Settings|History)$/][arguments.length=0]',
          message: 'Select what is shown of a store: the whole of it draws this again at every change.',
        },
      ],
    },
  },
  {
    files: ['**/*.test.ts', '**/test/**/*.ts', 'e2e/**/*.ts', 'drill/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unused-expressions': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
    },
  },
  // Replies are looked into by tests as the JSON they are.
  { files: ['server/test/**/*.ts', 'e2e/**/*.ts', 'drill/**/*.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!\\.{1,2}/)', message: 'The core imports only its own files.' }] },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'fetch',
        'process',
        'localStorage',
        'performance',
        'Date',
        'crypto',
      ],
      'no-restricted-properties': ['error', ...IMPURE],
    },
  },
]);
