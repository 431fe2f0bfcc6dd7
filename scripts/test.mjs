// npm test: the same set-up as npm start, the programs that tests call, then every check there is.
import { buildClient, installDependencies, run } from './prepare.mjs';
import { installPrograms } from './programs.mjs';

function step(title, command, args) {
  const start = performance.now();
  console.log(`\n== ${title}`);
  run(command, args);
  console.log(`== ${title}: ${((performance.now() - start) / 1000).toFixed(0)} s`);
}

installPrograms();
installDependencies();
step('lint', 'npm', ['run', '--silent', 'lint']);
step('kernels', 'npm', ['run', '--silent', 'kernels', '--', '--check']);
step('types', 'npm', ['run', '--silent', 'typecheck']);
step('unit and API', 'npm', ['run', '--silent', 'unit']);
buildClient();
step('end to end', 'npm', ['run', '--silent', 'e2e']);
