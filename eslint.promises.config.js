import tseslint from 'typescript-eslint';

/** The one rule that needs to know types, and so is slow: part of `npm run lint` and `npm run test:deep`, not of `npm test`. */
export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**'] },
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { '@typescript-eslint': tseslint.plugin },
    languageOptions: {
      parser: tseslint.parser,
      parserOptions: {
        project: ['./server/tsconfig.json', './web/tsconfig.json', './contract/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    linterOptions: { reportUnusedDisableDirectives: 'off' },
    rules: { '@typescript-eslint/no-floating-promises': 'error' },
  },
);
