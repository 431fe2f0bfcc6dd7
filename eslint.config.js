const { defineConfig, globalIgnores } = require('eslint/config');
const expo = require('eslint-config-expo/flat');
const prettier = require('eslint-config-prettier/flat');
const { IGNORED, RESOLVER } = require('./eslint.common');

/** What each workspace must not import: all others but those that its arrows lead to, and doors that are not for it. */
function workspaceArrows({ WORKSPACES, DOORS }) {
  return Object.entries(WORKSPACES).map(([workspace, may]) => {
    const others = Object.keys(WORKSPACES).filter((other) => other !== workspace && !may.includes(other));
    const shut = Object.entries(DOORS).filter(([, guests]) => !guests.includes(workspace));
    return {
      files: [`${workspace}/**/*.{ts,tsx}`],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              ...others.map((other) => ({
                regex: `^@ravlo/${other}(/.*)?$`,
                message: `${workspace} must not import ${other}: see scripts/arrows.mjs.`,
              })),
              ...shut.map(([door]) => ({
                regex: `^${door}$`,
                message: `This door is not for ${workspace}: see scripts/arrows.mjs.`,
              })),
            ],
          },
        ],
      },
    };
  });
}

/** What the rooms of each workspace must not import of each other. */
function roomZones({ ROOMS }) {
  return Object.entries(ROOMS).flatMap(([workspace, rooms]) =>
    Object.entries(rooms).map(([room, may]) => ({
      target: `./${workspace}/src/${room}`,
      from: Object.keys(rooms)
        .filter((other) => other !== room && !may.includes(other))
        .map((other) => `./${workspace}/src/${other}`),
      message: `${workspace}/src/${room} must not import this: see scripts/arrows.mjs.`,
    })),
  );
}

module.exports = (async () => {
  const arrows = await import('./scripts/arrows.mjs');
  return defineConfig([
    globalIgnores(IGNORED),
    expo,
    prettier,
    { settings: { 'import/resolver': RESOLVER } },
    {
      files: ['**/*.ts', '**/*.tsx'],
      rules: {
        '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
        '@typescript-eslint/no-explicit-any': 'error',
        // Slices are declared by interfaces that only extend.
        '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
        // They say nothing that the type checker does not know better.
        'import/no-named-as-default-member': 'off',
        'import/namespace': 'off',
        'import/no-restricted-paths': ['error', { zones: roomZones(arrows) }],
      },
    },
    {
      // Typed lint: what is begun is waited for, or said not to be.
      files: ['**/*.ts', '**/*.tsx'],
      languageOptions: {
        parserOptions: { project: ['./tsconfig.json', './client/tsconfig.json'], tsconfigRootDir: __dirname },
      },
      rules: {
        '@typescript-eslint/no-floating-promises': 'error',
        '@typescript-eslint/await-thenable': 'error',
      },
    },
    {
      // The page's own thread is kept free of work on pixels, and its bundle of the code for it.
      files: ['client/src/**/*.{ts,tsx}'],
      ignores: ['**/worker/**', '**/*.worker.ts', '**/*.test.{ts,tsx}'],
      rules: {
        '@typescript-eslint/no-restricted-imports': [
          'error',
          {
            paths: ['@ravlo/core', '@ravlo/core/aim', '@ravlo/film'].map((name) => ({
              name,
              allowTypeImports: true,
              message: 'Work on pixels is done in workers; the page itself takes @ravlo/core/geometry.',
            })),
          },
        ],
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
    ...workspaceArrows(arrows),
  ]);
})();
