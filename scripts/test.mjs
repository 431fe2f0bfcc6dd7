// npm test: the same set-up as npm start, a browser if there is none, then every check there is.
import { existsSync } from 'node:fs';
import { buildClient, installDependencies, run } from './prepare.mjs';

const CHROMIUM = '/usr/bin/chromium';

function step(title, command, args) {
  const start = performance.now();
  console.log(`\n== ${title}`);
  run(command, args);
  console.log(`== ${title}: ${((performance.now() - start) / 1000).toFixed(0)} s`);
}

installDependencies();
step('lint', 'npm', ['run', '--silent', 'lint']);
step('kernels', 'npm', ['run', '--silent', 'kernels', '--', '--check']);
step('types', 'npm', ['run', '--silent', 'typecheck']);
step('unit and API', 'npm', ['run', '--silent', 'unit']);
buildClient();
if (!existsSync(CHROMIUM)) {
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    run(command, rest, { DEBIAN_FRONTEND: 'noninteractive' });
  };
  console.log('\nInstalling Chromium from Debian…');
  apt('update', '-qq');
  apt('install', '-y', '-qq', 'chromium');
}
step('end to end', 'npm', ['run', '--silent', 'e2e']);
