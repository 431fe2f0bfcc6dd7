// npm run dev: the app as one works on it, at one address: the client from Expo's dev server, which puts changes into the
// open page, the API from a server that starts anew when its sources change. Data of their own, in ./data/dev.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import express from 'express';
import { createProxyMiddleware } from 'http-proxy-middleware';
import { copyServed, installDependencies, root } from './prepare.mjs';

installDependencies();
copyServed();

/** A port that nobody listens on. */
const freePort = () =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

const [apiPort, clientPort] = [await freePort(), await freePort()];
const port = Number(process.env.PORT ?? 4310);

const children = [
  spawn(process.execPath, ['--watch', '--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { RAVLO_DATA: 'data/dev', ...process.env, HOST: '127.0.0.1', PORT: String(apiPort) },
  }),
  spawn('npx', ['expo', 'start', '--port', String(clientPort)], {
    cwd: `${root}/client`,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, BROWSER: 'none', EXPO_NO_TELEMETRY: '1' },
  }),
];
const end = () => {
  children.forEach((child) => child.kill());
  process.exit();
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
children.forEach((child) => child.on('exit', end));

const api = createProxyMiddleware({
  target: `http://127.0.0.1:${apiPort}`,
  pathFilter: ['/api', '/pair'],
});
// What tells the open page of changes comes over a socket.
const client = createProxyMiddleware({ target: `http://127.0.0.1:${clientPort}`, ws: true });
const front = express().use(api).use(client).listen(port, '127.0.0.1');
front.on('upgrade', client.upgrade);

/** Both sides take a while before they answer. */
async function announce() {
  for (const one of [`http://127.0.0.1:${apiPort}/api/health`, `http://127.0.0.1:${clientPort}/`])
    while (
      !(await fetch(one).then(
        ({ ok }) => ok,
        () => false,
      ))
    )
      await new Promise((next) => setTimeout(next, 500));
  console.log(`\nRavlo, as you work on it: http://localhost:${port}\n`);
}
front.on('listening', announce);
front.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken: PORT=${port + 1} npm run dev` : error.message,
  );
  end();
});
