import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Who may know whom: the core knows nobody, and client and server share only the core. */
const forbidden = (message, ...group) => ['error', { patterns: [{ group, message }] }];

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '**/.expo', '.fidens', '**/expo-env.d.ts', '**/test-results'] },
  js.configs.recommended,
  tseslint.configs.recommended,
  ...tseslint.configs.recommendedTypeCheckedOnly.map((config) => ({
    ...config,
    files: ['**/*.ts', '**/*.tsx'],
  })),
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // Tests look into answers and documents that nobody has typed.
    files: ['*/test/**', 'e2e/**', 'bench/**'],
    rules: {
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['core/src/**'],
    rules: {
      'no-restricted-imports': forbidden(
        'The core is pure: no interface, no server, no database, no files.',
        '@fidens/*',
        'react*',
        'expo*',
        'express*',
        'objection',
        'knex',
        'pg',
        'node:*',
        '**/server/**',
        '**/client/**',
      ),
      'no-restricted-globals': ['error', 'process', 'console', 'window', 'fetch', 'setTimeout', 'require'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock: take a moment.' },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core has no clock.',
        },
      ],
    },
  },
  {
    files: ['server/**', 'cli/**'],
    rules: {
      'no-restricted-imports': forbidden(
        'The server knows the core alone.',
        '@fidens/client',
        '**/client/**',
        'react*',
        'expo*',
      ),
    },
  },
  {
    files: ['client/**'],
    ...reactHooks.configs.flat.recommended,
  },
  {
    files: ['client/**'],
    rules: {
      'no-restricted-imports': forbidden(
        'The client knows the core alone.',
        '@fidens/server',
        '**/server/**',
        'node:*',
      ),
    },
  },
  {
    files: ['**/*.mjs', '**/*.config.js', '**/*.cjs', 'client/bundle/*.js', 'bench/blank/**/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        module: 'writable',
        require: 'readonly',
        __dirname: 'readonly',
      },
    },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  { files: ['client/app/_layout.tsx'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  prettier,
);
