import { defineConfig, globalIgnores } from 'eslint/config';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** React's own rules, which look at whole components, and one of ours. All other rules are in .oxlintrc.json: there they take a quarter of the time. */
export default defineConfig([
  globalIgnores(['**/dist/**', '**/dist-types/**']),
  {
    files: ['web/src/**/*.{ts,tsx}'],
    extends: [reactHooks.configs.flat['recommended-latest'] ?? reactHooks.configs.flat.recommended],
    languageOptions: { parser: tseslint.parser },
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
]);
