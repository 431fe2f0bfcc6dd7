// Brings a checkout to where it can run: dependencies, the exported client. Does nothing that is done already.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const stamps = path.join(root, 'node_modules/.ravlo');

/** Runs a command in the checkout, its output passed through; ends this process when it fails. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (error || status !== 0) {
    console.error(`\n“${command} ${args.join(' ')}” failed${error ? `: ${error.message}` : ''}.`);
    process.exit(status || 1);
  }
}

/** A hash of files by path and content. */
function hashFiles(files) {
  const hash = createHash('sha256');
  for (const file of files.sort())
    hash.update(path.relative(root, file)).update('\0').update(readFileSync(file));
  return hash.digest('hex');
}

function filesBelow(dir) {
  return readdirSync(dir, { recursive: true })
    .map((name) => path.join(dir, name))
    .filter((file) => statSync(file).isFile() && !/\.test\.tsx?$/.test(file));
}

/** Does the work unless its stamp says that it was done for these very inputs. */
function once(name, key, isThere, work) {
  const stamp = path.join(stamps, name);
  if (isThere && existsSync(stamp) && readFileSync(stamp, 'utf8') === key) return;
  work();
  mkdirSync(stamps, { recursive: true });
  writeFileSync(stamp, key);
}

/** npm ci when the lock file has changed since the last time. */
export function installDependencies() {
  const key = hashFiles([path.join(root, 'package-lock.json'), path.join(root, 'package.json')]);
  once(
    'install',
    `${key} ${process.version}`,
    existsSync(path.join(root, 'node_modules/.package-lock.json')),
    () => {
      console.log('Installing what Ravlo is made of (about five minutes the first time)…');
      run('npm', ['ci']);
    },
  );
}

/** What workers fetch: served as it is, because bundling it would cost half a minute and gain nothing. */
const SERVED = [
  ['pdfjs-dist/build/pdf.worker.min.mjs', 'pdf.worker.min.mjs'],
  ['pdfjs-dist/wasm/jbig2.wasm', 'wasm/jbig2.wasm'],
  ['pdfjs-dist/wasm/openjpeg.wasm', 'wasm/openjpeg.wasm'],
  ['@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm', 'wasm/mozjpeg_enc.wasm'],
];

/** Copies what workers fetch into what is served. */
export function copyServed() {
  mkdirSync(path.join(root, 'client/public/wasm'), { recursive: true });
  for (const [from, to] of SERVED) {
    copyFileSync(path.join(root, 'node_modules', from), path.join(root, 'client/public', to));
  }
}

/** The web export when a source of the client, the core or the contract has changed. */
export function buildClient() {
  const client = path.join(root, 'client');
  copyServed();
  const sources = [
    ...['client/src', 'client/public', 'core/src', 'contract/src', 'film/src'].flatMap((dir) =>
      filesBelow(path.join(root, dir)),
    ),
    ...['app.json', 'babel.config.js', 'metro.config.js', 'package.json'].map((name) =>
      path.join(client, name),
    ),
    path.join(root, 'scripts/serviceWorker.mjs'),
    path.join(root, 'package-lock.json'),
  ];
  once('client', hashFiles(sources), existsSync(path.join(client, 'dist/index.html')), () => {
    console.log('Building the app (two minutes the first time, seconds after)…');
    // Which contract the page was built with: an old page and a new server do not talk past each other.
    const talk = hashFiles(filesBelow(path.join(root, 'contract/src'))).slice(0, 16);
    run('npm', ['run', '--silent', 'export', '-w', 'client'], { CI: '1' });
    const page = path.join(client, 'dist/index.html');
    const empty = '<meta name="ravlo-talk" content=""';
    writeFileSync(page, readFileSync(page, 'utf8').replace(empty, empty.replace('""', `"${talk}"`)));
    run(process.execPath, ['scripts/serviceWorker.mjs']);
  });
}
