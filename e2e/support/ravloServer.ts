import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));

export interface RavloServerOptions {
  /** start with the demo packets on the shelf */
  readonly demo: boolean;
  /** open to other devices, over https */
  readonly lan?: boolean;
}

/** The real server, as a process of its own with a data folder of its own. */
export interface RavloServer {
  readonly url: string;
  /** where other devices come to, and are led over to https; with `lan` */
  readonly deviceUrl: string;
  /** where they are led to */
  readonly secureUrl: string;
  readonly dataDir: string;
  /** of the process that runs now */
  readonly pid: number;
  /** ends the process at once, in the middle of whatever it does; the data stay */
  kill(): Promise<void>;
  /** ends the process; the data stay */
  stop(): Promise<void>;
  /** starts it again at the same address on the same data */
  start(): Promise<void>;
  /** ends it and takes the data away */
  remove(): Promise<void>;
}

export async function startRavlo({ demo, lan = false }: RavloServerOptions): Promise<RavloServer> {
  const dataDir = await mkdtemp(path.join(tmpdir(), 'ravlo-e2e-'));
  let port = 0;
  let secure = { name: '', port: 0 };
  let child: ChildProcess | null = null;

  async function start(): Promise<void> {
    const started = spawn(
      process.execPath,
      ['--import', 'tsx', 'server/src/main.ts', ...(lan ? ['--lan'] : [])],
      {
        cwd: root,
        env: {
          ...process.env,
          NODE_ENV: 'production',
          PORT: String(port),
          HTTPS_PORT: String(secure.port),
          RAVLO_DATA: dataDir,
          RAVLO_DEMO: demo ? 'on' : 'off',
        },
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    child = started;
    await new Promise<void>((resolve, reject) => {
      let said = '';
      started.stdout.on('data', (bytes: Buffer) => {
        said += bytes.toString();
        const address = /http:\/\/localhost:(\d+)/.exec(said);
        if (address) port = Number(address[1]);
        const sealed = /https:\/\/([^:]+):(\d+)\n/.exec(said);
        if (sealed) secure = { name: sealed[1], port: Number(sealed[2]) };
        if (address && (sealed || !lan)) resolve();
      });
      started.once('exit', (code) => reject(new Error(`The server ended with ${code}: ${said}`)));
    });
  }

  async function end(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    const running = child;
    child = null;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    const ended = new Promise((resolve) => running.once('exit', resolve));
    running.kill(signal);
    await ended;
  }
  const stop = () => end('SIGTERM');

  await start();
  return {
    get url() {
      return `http://localhost:${port}`;
    },
    get deviceUrl() {
      return `http://${secure.name}:${port}`;
    },
    get secureUrl() {
      return `https://${secure.name}:${secure.port}`;
    },
    dataDir,
    get pid() {
      return child?.pid ?? 0;
    },
    start,
    stop,
    kill: () => end('SIGKILL'),
    async remove() {
      await stop();
      await rm(dataDir, { recursive: true, force: true });
    },
  };
}
