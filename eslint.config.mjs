import js from '@eslint/js';
import importX, { createNodeResolver } from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';

/** Which rooms of src/ each room may import from, besides itself. `docs/house.md` says why. */
const MAY_IMPORT = {
  'core/page': [],
  'core/html': ['core/page'],
  'core/design': ['core/page'],
  'core/brief': ['core/page', 'core/design', 'core/pictures'],
  'core/pictures': ['core/page'],
  'core/passes': ['core/page', 'core/brief', 'core/content'],
  'core/source': ['core/brief'],
  'core/trim': ['core/page'],
  'core/adjust': ['core/page'],
  'core/tune': ['core/page', 'core/proof', 'core/adjust'],
  'core/links': ['core/page', 'core/brief'],
  'core/elements': ['core/page'],
  'core/about': ['core/page'],
  'core/templates': ['core/page', 'core/content', 'core/render'],
  'core/trial': ['core/page', 'core/content', 'core/proof', 'core/adjust'],
  'core/content': ['core/page'],
  'core/render': ['core/page', 'core/content'],
  'core/proof': ['core/page'],
  'core/revise': ['core/page', 'core/content', 'core/adjust'],
  'core/compose': ['core/page', 'core/content', 'core/render'],
  'core/tokens': ['core/page', 'core/render'],
  'core/survey': ['core/page', 'core/design'],
  browser: ['core'],
  project: ['core'],
  report: ['core'],
  host: ['core', 'project'],
  flow: ['core', 'browser', 'project', 'report', 'host'],
  cli: ['core', 'browser', 'project', 'report', 'host', 'flow'],
};

const zones = Object.entries(MAY_IMPORT).map(([room, rooms]) => ({
  target: `./src/${room}`,
  from: './src',
  except: [room, ...rooms].map((one) => `./${one}`),
  message: `src/${room} may import only from ${[room, ...rooms].join(', ')}.`,
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
      'import-x/no-restricted-paths': ['error', { basePath: import.meta.dirname, zones }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'error',
    },
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
