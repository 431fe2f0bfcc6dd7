// The programs outside Node that tests call, listed once: `npm test` installs from Debian what is missing.
import { accessSync, constants, existsSync } from 'node:fs';
import path from 'node:path';
import { run } from './prepare.mjs';

/** What is called, where Debian puts it, and the package that brings it. */
export const PROGRAMS = [
  { command: 'chromium', place: '/usr/bin/chromium', debianPackage: 'chromium' },
  { command: 'pdftotext', place: '/usr/bin/pdftotext', debianPackage: 'poppler-utils' },
  { command: 'mutool', place: '/usr/bin/mutool', debianPackage: 'mupdf-tools' },
  { command: 'certutil', place: '/usr/bin/certutil', debianPackage: 'libnss3-tools' },
  { command: 'qpdf', place: '/usr/bin/qpdf', debianPackage: 'qpdf' },
];

const folders = () => (process.env.PATH ?? '').split(path.delimiter).filter(Boolean);

/** Whether a command can be called from here. */
const isInPath = ({ command }) => folders().some((folder) => isExecutable(path.join(folder, command)));

function isExecutable(file) {
  try {
    accessSync(file, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}

/** Installs what is missing, and sees to it that it can be called; ends this process when that fails. */
export function installPrograms() {
  const missing = PROGRAMS.filter((program) => !existsSync(program.place) && !isInPath(program));
  if (missing.length > 0) install(missing.map(({ debianPackage }) => debianPackage));
  for (const program of PROGRAMS)
    if (!isInPath(program))
      process.env.PATH = [...folders(), path.dirname(program.place)].join(path.delimiter);
}

/** Debian's installer calls programs of its own by name. */
const SYSTEM_PATH = ['/usr/local/sbin', '/usr/local/bin', '/usr/sbin', '/usr/bin', '/sbin', '/bin'];

function install(packages) {
  console.log(`Installing ${packages.join(', ')} from Debian, for the tests…`);
  const prefix = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...prefix, 'apt-get', ...args];
    const PATH = [...folders(), ...SYSTEM_PATH].join(path.delimiter);
    run(command, rest, { DEBIAN_FRONTEND: 'noninteractive', PATH });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', ...packages);
}
