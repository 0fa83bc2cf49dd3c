/**
 * Lint, with the arrows of the house (docs/architecture.md): client → core, server → core, routes → services →
 * models.
 */
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import partKindRule from './command/partKindRule.mjs';

const REACT = [
  'react',
  'react-dom',
  'react-native',
  'react-native-*',
  'react/*',
  'expo',
  'expo-*',
  '@tanstack/*',
  'zustand',
  'zustand/*',
];
const NODE = ['node:*', 'fs', 'path', 'crypto', 'http', 'child_process', 'os', 'stream', 'worker_threads'];
const DATABASE = ['sequelize', 'pg', 'umzug', 'hono', 'hono/*', '@hono/*', '@hocuspocus/*'];

/** @param {string[]} group @param {string} message */
const forbid = (group, message) => ({ group, message });
/** @param {{ group: string[], message: string }[]} patterns */
const arrows = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });

const notFromTests = forbid(['**/*.test', '**/e2e/**'], 'Tests are imported by nobody.');
const coreIsAlone = [
  forbid(REACT, 'core computes: no interface code.'),
  forbid(NODE, 'core runs in browsers too: no Node.'),
  forbid(DATABASE, 'core knows no server and no database.'),
  forbid(['@lippet/*', '**/client/**', '**/server/**'], 'core imports nothing of ours.'),
  notFromTests,
];

const VARIABLES_CALLED_AT = ['VariableDeclarator > Identifier.id', ':function > Identifier.params'].map((place) => ({
  selector: `${place}[name="at"]`,
  message: 'Say whether it is a time, a place, an index or an offset.',
}));

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      '.lippet/**',
      '**/.expo/**',
      'client/public/**',
      'bench/empty-app/**',
      '**/test-results/**',
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-empty': ['error', { allowEmptyCatch: false }],
      'no-console': ['error', { allow: ['error', 'warn'] }],
      eqeqeq: 'error',
      // Prettier lays lines out; what it can't break is broken by hand, for whoever reads beside something else.
      'max-len': ['error', { code: 140 }],
      // Names that say nothing of what they stand for.
      'id-denylist': ['error', 'each', 'said', 'what'],
      // As the name of a field it is plain: when something was sent, where something stands.
      'no-restricted-syntax': ['error', ...VARIABLES_CALLED_AT],
      'max-params': ['error', 5],
      'max-statements-per-line': ['error', { max: 1 }],
      'no-nested-ternary': 'error',
    },
  },
  {
    files: ['client/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  { files: ['command/**', 'bench/**', 'client/scripts/**', 'e2e/**'], rules: { 'no-console': 'off' } },
  {
    files: ['**/*.config.js', '**/*.config.cjs', 'client/scripts/*.cjs'],
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    files: ['{client,core,server}/**/*.{ts,tsx}'],
    ignores: ['{client,core}/parts/**', '**/*.test.{ts,tsx}'],
    // The only rule here that asks for types; promises that nobody waits for are found by oxlint, three times as fast.
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: { lippet: { rules: { 'part-kinds': partKindRule } } },
    rules: { 'lippet/part-kinds': 'error' },
  },
  { files: ['core/**/*.ts'], ignores: ['**/*.test.ts'], rules: arrows(coreIsAlone) },
  {
    files: ['core/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', 'window', 'document', 'process', 'localStorage', 'navigator'] },
  },
  {
    files: ['client/**/*.{ts,tsx}'],
    rules: arrows([
      forbid(NODE, 'The interface runs in browsers.'),
      forbid(
        DATABASE.filter((name) => name !== '@hocuspocus/*'),
        'The interface asks the server over HTTP.',
      ),
      forbid(
        ['@lippet/server*', '@lippet/demo*', '**/server/**', '**/demo/**'],
        'The interface shares types with the server only through core.',
      ),
      notFromTests,
    ]),
  },
  {
    files: ['server/**/*.ts'],
    rules: arrows([
      forbid(REACT, 'The server has no interface code.'),
      forbid(
        ['@lippet/client*', '**/client/**', '@lippet/demo*', '**/demo/**'],
        'The server imports core, and nothing else of ours.',
      ),
      notFromTests,
    ]),
  },
  {
    files: ['server/routes/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: arrows([
      forbid(['sequelize', 'pg', '**/models/*', '**/models/**'], 'Routes call services; services call models.'),
      forbid(['**/policy/policy'], 'Permissions are asked in services.'),
    ]),
  },
  {
    files: ['server/{services,models,policy,sync,media}/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: arrows([
      forbid(['**/routes/*', '**/routes/**', '**/web/*'], 'Services know no routes.'),
      forbid(['hono', 'hono/*', '@hono/*'], 'Services know no HTTP.'),
    ]),
  },
  {
    files: ['server/models/**/*.ts'],
    rules: arrows([forbid(['**/services/*', '**/routes/*', '**/policy/*'], 'Models know nothing above them.')]),
  },
);
