import js from '@eslint/js';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'e2e/results/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportDefaultDeclaration', message: 'Named exports only: a name is found by searching for it.' },
      ],
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  // These tools want what a file exports as its default.
  { files: ['**/*.config.{js,ts}', '**/*.reporter.mjs'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['*.cjs', 'scripts/**/*.mjs', 'cli/bin/*.mjs', 'web/public/*.js'],
    languageOptions: { globals: { ...globals.node, ...globals.browser, ...globals.serviceworker } },
    rules: { 'no-console': 'off' },
  },
  {
    files: ['{core,contract,copies,server,web,cli}/src/**/*.{ts,tsx}'],
    // Lines of code: what says why is not counted against a file.
    rules: {
      'max-lines': ['error', { max: 350, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 5],
    },
  },
  {
    files: ['{core,contract,copies,server,web,cli}/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }] },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
);
