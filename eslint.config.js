const { defineConfig, globalIgnores } = require('eslint/config');
const expo = require('eslint-config-expo/flat');
const prettier = require('eslint-config-prettier/flat');

/** What a workspace may import of the others; core and contract import nobody. */
const ARROWS = {
  core: [],
  contract: [],
  studio: ['core'],
  server: ['contract'],
  client: ['contract', 'core'],
  cli: ['core'],
  measure: ['core', 'studio', 'cli'],
};

/** Parts that may be imported though the rest of their workspace is none of the importer's business. */
const OPEN = { client: { studio: 'film/' } };

const forbidden = (workspace) =>
  Object.keys(ARROWS)
    .filter((other) => other !== workspace && !ARROWS[workspace].includes(other))
    .map((other) => ({
      regex: `^@ravlo/${other}(/${OPEN[workspace]?.[other] ? `(?!${OPEN[workspace][other]})` : ''}.*)?$`,
      message: `${workspace} must not import ${other}.`,
    }));

const arrows = Object.keys(ARROWS).map((workspace) => ({
  files: [`${workspace}/src/**/*.{ts,tsx}`],
  ignores: ['**/*.test.ts', '**/*.test.tsx'],
  rules: { 'no-restricted-imports': ['error', { patterns: forbidden(workspace) }] },
}));

module.exports = defineConfig([
  globalIgnores([
    '**/dist/**',
    '**/.expo/**',
    '**/public/**',
    // AssemblyScript: its compiler checks it.
    'core/kernels/**',
    'playwright-report/**',
    'test-results/**',
    'out/**',
    'data/**',
  ]),
  expo,
  prettier,
  {
    settings: {
      'import/resolver': { typescript: { project: ['tsconfig.json', 'client/tsconfig.json'] }, node: true },
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      // Says nothing that the type checker does not know better.
      'import/no-named-as-default-member': 'off',
    },
  },
  {
    // Pure computation: no DOM, no Node, no React.
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'navigator',
        'self',
        'fetch',
      ],
    },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx', 'client/test/**'],
    languageOptions: {
      globals: {
        test: 'readonly',
        expect: 'readonly',
        beforeAll: 'readonly',
        afterAll: 'readonly',
        beforeEach: 'readonly',
        afterEach: 'readonly',
        jest: 'readonly',
        describe: 'readonly',
        it: 'readonly',
      },
    },
  },
  {
    files: ['scripts/**', '*.config.js', 'client/*.config.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        __dirname: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
      },
    },
  },
  ...arrows,
]);
