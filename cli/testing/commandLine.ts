import { execFile } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';

export const root = path.join(__dirname, '../..');
export const photo = (name: string) => path.join(root, 'demo/photos', name);

export interface Run {
  readonly code: number;
  /** what stdout says: JSON, one a line */
  readonly lines: Record<string, unknown>[];
  /** what stderr says */
  readonly messages: string;
}

/** The command line for one test file. */
export interface CommandLine {
  /** a folder of this file's own */
  readonly dir: string;
  run(...args: string[]): Promise<Run>;
}

/** Node 20 has no `require` in a module, and packages that were bundled ask for it. */
const REQUIRE =
  "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);";

/**
 * The command line as one script, built before the file's first test: from its sources every single run would load 500
 * modules, for three seconds. It lies in the checkout, where it finds the packages that it leaves out.
 */
export function commandLine(): CommandLine {
  const out = path.join(root, 'out');
  mkdirSync(out, { recursive: true });
  const dir = mkdtempSync(path.join(out, 'cli-'));
  const script = path.join(dir, 'ravlo.mjs');
  beforeAll(async () => {
    const options = ['--bundle', '--platform=node', '--format=esm', '--external:sharp', '--log-level=error'];
    const [from, to] = [path.join(root, 'cli/src/main.ts'), `--outfile=${script}`];
    await promisify(execFile)(require.resolve('esbuild/bin/esbuild'), [
      from,
      to,
      ...options,
      `--banner:js=${REQUIRE}`,
    ]);
  });
  afterAll(() => rmSync(dir, { recursive: true, force: true }));
  return { dir, run: (...args) => run(script, args) };
}

async function run(script: string, args: readonly string[]): Promise<Run> {
  try {
    const { stdout, stderr } = await promisify(execFile)(process.execPath, [script, ...args], { cwd: root });
    return { code: 0, lines: parse(stdout), messages: stderr };
  } catch (error) {
    const { code, stdout, stderr } = error as { code: number; stdout: string; stderr: string };
    return { code, lines: parse(stdout), messages: stderr };
  }
}

const parse = (text: string) =>
  text
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Record<string, unknown>);
