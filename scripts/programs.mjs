// The programs outside Node that tests call, listed once: `npm test` installs from Debian what is missing.
import { accessSync, constants, existsSync } from 'node:fs';
import path from 'node:path';
import { run } from './prepare.mjs';

/** What is called, where Debian puts it, and the package that brings it. */
export const PROGRAMS = [
  { command: 'chromium', place: '/usr/bin/chromium', debianPackage: 'chromium' },
  { command: 'pdftotext', place: '/usr/bin/pdftotext', debianPackage: 'poppler-utils' },
];

/** Whether a command can be called from here. */
function isHere({ command, place }) {
  const folders = (process.env.PATH ?? '').split(path.delimiter).filter(Boolean);
  return existsSync(place) || folders.some((folder) => isExecutable(path.join(folder, command)));
}

function isExecutable(file) {
  try {
    accessSync(file, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}

/** Installs what is missing; ends this process when that fails. */
export function installPrograms() {
  const packages = PROGRAMS.filter((program) => !isHere(program)).map(({ debianPackage }) => debianPackage);
  if (packages.length === 0) return;
  console.log(`Installing ${packages.join(', ')} from Debian, for the tests…`);
  const prefix = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...prefix, 'apt-get', ...args];
    run(command, rest, { DEBIAN_FRONTEND: 'noninteractive' });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', ...packages);
}
