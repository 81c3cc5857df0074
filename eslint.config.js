import js from '@eslint/js';
import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports point one way: core ← contract ← server, web; core ← copies ← server. */
const forbid = (files, patterns, message) => ({
  files,
  ignores: ['**/*.test.ts'],
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group: patterns, message }] }] },
});
/** Inside core: a room is entered by its index only, and ground-floor rooms know no capability. */
const GROUND = [
  'errors',
  'timecode',
  'time',
  'dates',
  'units',
  'sun',
  'records',
  'formats',
  'ltc',
  'calc',
  'exposure',
  'colour',
  'optics',
  'power',
  'rigging',
  'geometry',
  'settings',
];
const CAPABILITIES = [
  'brief',
  'scenes',
  'look',
  'script',
  'stale',
  'places',
  'light',
  'camera',
  'sound',
  'people',
  'day',
  'callsheet',
  'roll',
  'copies',
  'wrap',
  'ledger',
  'productions',
  'clocks',
  'registry',
];
const INSIDES = ['../*/*.ts', '!../*/index.ts'];

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
  { files: ['**/*.config.{js,ts}'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['scripts/**/*.mjs', 'cli/bin/*.mjs', 'web/public/*.js'],
    languageOptions: { globals: { ...globals.node, ...globals.browser, ...globals.serviceworker } },
    rules: { 'no-console': 'off' },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error' },
  },
  forbid(
    ['core/src/**'],
    ['@kavrell/*', 'node:*', 'fs', 'path', 'react', ...INSIDES],
    'Core imports no other package of ours and no Node API, and enters its rooms by their index.ts.',
  ),
  // The registry gathers each room's calc.ts, which no index exports: screens don't load what they don't show.
  forbid(
    ['core/src/registry/**'],
    ['@kavrell/*', 'node:*', ...INSIDES, '!../*/calc.ts'],
    'The registry takes calc.ts of each room.',
  ),
  ...GROUND.map((room) =>
    forbid(
      [`core/src/${room}/**`],
      ['@kavrell/*', 'node:*', ...INSIDES, ...CAPABILITIES.map((c) => `../${c}/index.ts`)],
      'A ground-floor room knows no capability.',
    ),
  ),
  forbid(
    ['contract/src/**'],
    ['@kavrell/server*', '@kavrell/web*', '@kavrell/copies', '@kavrell/demo', 'node:*'],
    'The contract knows core only.',
  ),
  forbid(
    ['copies/src/**'],
    ['@kavrell/contract*', '@kavrell/server*', '@kavrell/web*', '@kavrell/demo'],
    'The copy engine knows core only.',
  ),
  forbid(
    ['web/src/**'],
    ['@kavrell/server*', '@kavrell/copies', '@kavrell/demo', 'node:*'],
    'The interface knows core and contract only.',
  ),
  forbid(
    ['cli/src/**'],
    ['@kavrell/server*', '@kavrell/web*', '@kavrell/demo'],
    'The command line knows core, the contract and the copy engine.',
  ),
  forbid(['server/src/**'], ['@kavrell/web*'], 'The server does not know the interface.'),
);
