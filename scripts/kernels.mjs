// Builds core's SIMD kernels (core/kernels, AssemblyScript) into a module that carries them as base64, so that the same
// bytes run in Node, in a worker and in a test. With --check it only says whether that module is up to date.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const root = join(import.meta.dirname, '..');
const compiler = join(
  dirname(createRequire(join(root, 'core/package.json')).resolve('assemblyscript/package.json')),
  'bin/asc.js',
);
const target = join(root, 'core/src/kernels/kernelBytes.ts');
const folder = mkdtempSync(join(tmpdir(), 'kernels-'));
try {
  const wasm = join(folder, 'kernels.wasm');
  const options = '--enable simd --runtime stub -O3 --noAssert --use abort='.split(' ');
  execFileSync(process.execPath, [compiler, join(root, 'core/kernels/index.ts'), '-o', wasm, ...options], {
    stdio: 'inherit',
  });
  const bytes = readFileSync(wasm);
  const text =
    '/** The kernels of core/kernels, compiled; written by `npm run kernels`, not by hand. */\n' +
    `export const KERNEL_BYTES =\n  '${bytes.toString('base64')}';\n`;
  if (!process.argv.includes('--check')) {
    writeFileSync(target, text);
    console.log(`${bytes.length} bytes of kernels`);
  } else if (readFileSync(target, 'utf8') !== text) {
    console.error('core/src/kernels/kernelBytes.ts is not what core/kernels builds: run `npm run kernels`.');
    process.exitCode = 1;
  }
} finally {
  rmSync(folder, { recursive: true });
}
