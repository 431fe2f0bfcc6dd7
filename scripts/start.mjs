// npm start: installs, builds, migrates, loads the demo and serves. Arguments (--lan) go to the server.
import { spawn } from 'node:child_process';
import { buildClient, installDependencies, root } from './prepare.mjs';

installDependencies();
buildClient();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
  env: { NODE_ENV: 'production', ...process.env },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
