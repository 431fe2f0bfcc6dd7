/** What both configurations of eslint (`eslint.config.js`, `eslint.cycles.config.js`) go by. */
module.exports = {
  IGNORED: [
    '**/dist/**',
    '**/.expo/**',
    '**/public/**',
    // AssemblyScript: its compiler checks it.
    'core/kernels/**',
    'playwright-report/**',
    'test-results/**',
    'out/**',
    'data/**',
  ],
  RESOLVER: { typescript: { project: ['tsconfig.json', 'client/tsconfig.json'] }, node: true },
};
