import js from '@eslint/js';
import importX, { createNodeResolver } from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';
import { allowedIn, ROOM_LIST } from './scripts/rooms.mjs';

const zones = ROOM_LIST.map((entry) => ({
  target: `./src/${entry.room}`,
  from: './src',
  except: allowedIn(entry).map((room) => `./${room}`),
  message: `src/${entry.room} may import only from ${allowedIn(entry).join(', ')}. The rooms are listed in scripts/rooms.mjs.`,
}));

export default tseslint.config(
  { ignores: ['dist', 'node_modules', 'demo/out', 'coverage'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    files: ['**/*.ts'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver-next': [
        createNodeResolver({ extensions: ['.ts', '.js'], extensionAlias: { '.js': ['.ts', '.js'] } }),
      ],
    },
    rules: {
      'import-x/no-cycle': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'error',
      'max-lines': ['error', { max: 300 }],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    /* A suite is one call, and tests of the built program share one long set-up. */
    files: ['**/*.test.ts', '**/*sample.ts', 'tests/**/*.ts'],
    rules: { 'max-lines': ['error', { max: 480 }], 'max-lines-per-function': 'off' },
  },
  {
    /* Tests may reach across the rooms beside theirs. */
    files: ['src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*sample.ts'],
    rules: { 'import-x/no-restricted-paths': ['error', { basePath: import.meta.dirname, zones }] },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(node:)?(fs|http|https|net|child_process|os|path)(/|$)',
              message: 'The core reads no file and opens nothing.',
            },
          ],
        },
      ],
      'no-console': 'error',
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        performance: 'readonly',
        fetch: 'readonly',
        FormData: 'readonly',
        Buffer: 'readonly',
        setTimeout: 'readonly',
        scrollTo: 'readonly',
        document: 'readonly',
        module: 'writable',
        require: 'readonly',
        __dirname: 'readonly',
      },
    },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
);
