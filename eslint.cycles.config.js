const parser = require('@typescript-eslint/parser');
const importPlugin = require('eslint-plugin-import');
const { defineConfig, globalIgnores } = require('eslint/config');
const { IGNORED, RESOLVER } = require('./eslint.common');

/*
 * No file imports itself by way of others. Apart from all other rules (`eslint.config.js`): with their long lists of
 * globals and their types this one takes three times as long as here.
 */
module.exports = defineConfig([
  globalIgnores(IGNORED),
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parser },
    // Remarks in the files are for the rules over there.
    linterOptions: { noInlineConfig: true, reportUnusedDisableDirectives: 'off' },
    plugins: { import: importPlugin },
    settings: {
      'import/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
      'import/resolver': RESOLVER,
    },
    rules: { 'import/no-cycle': ['error', { ignoreExternal: true }] },
  },
]);
