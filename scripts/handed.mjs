// Draws the works that the demo's other students have handed over, by the road that a student's pages take:
// made-up photos, developed and made into PDFs. npm run demo:handed
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const photos = mkdtempSync(path.join(tmpdir(), 'ravlo-handed-'));
const run = (...args) => {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', ...args], {
    cwd: root,
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(status ?? 1);
};
const out = path.join(root, 'demo', 'handed');
mkdirSync(out, { recursive: true });
run('studio/src/drawHanded.ts', photos);
for (const work of readdirSync(photos)) {
  const pages = readdirSync(path.join(photos, work))
    .sort()
    .map((name) => path.join(photos, work, name));
  run(
    'cli/src/main.ts',
    'pdf',
    ...pages,
    '-o',
    path.join(out, `${work}.pdf`),
    '--paper',
    'a4',
    '--name',
    work,
  );
}
rmSync(photos, { recursive: true });
