// npm test: the same set-up as npm start, the programs that tests call, then every check there is.
import { spawn } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { buildClient, installDependencies, root, run } from './prepare.mjs';
import { installPrograms } from './programs.mjs';

function tell(title, start) {
  console.log(`== ${title}: ${((performance.now() - start) / 1000).toFixed(0)} s`);
}

function step(title, command, args) {
  const start = performance.now();
  console.log(`\n== ${title}`);
  run(command, args);
  tell(title, start);
}

/**
 * Starts a step that takes one processor only, beside those that follow; what it says is shown when it is waited for.
 *
 * @returns waits for it; ends this process when it failed
 */
function stepBeside(title, command, args) {
  const start = performance.now();
  const place = mkdtempSync(path.join(tmpdir(), 'ravlo-'));
  const said = path.join(place, 'said');
  const file = openSync(said, 'w');
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', file, file] });
  closeSync(file);
  process.once('exit', () => {
    child.kill();
    rmSync(place, { recursive: true, force: true });
  });
  const ended = new Promise((resolve) => {
    child.once('error', (error) => resolve(error.message));
    child.once('exit', (code) => resolve(code === 0 ? null : `ended with ${code}`));
  });
  return async () => {
    const trouble = await ended;
    console.log(`\n== ${title}\n${readFileSync(said, 'utf8').trim()}`);
    if (trouble !== null) {
      console.error(`\n“${title}” failed: ${trouble}.`);
      process.exit(1);
    }
    tell(title, start);
  };
}

installPrograms();
installDependencies();
const lint = stepBeside('lint', 'npm', ['run', '--silent', 'lint']);
step('kernels', 'npm', ['run', '--silent', 'kernels', '--', '--check']);
step('types', 'npm', ['run', '--silent', 'typecheck']);
buildClient();
await lint();
step('unit and API', 'npm', ['run', '--silent', 'unit']);
step('end to end', 'npm', ['run', '--silent', 'e2e']);
