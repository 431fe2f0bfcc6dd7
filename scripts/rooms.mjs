// Draws docs/rooms.svg: the workspaces and their rooms with an arrow for who imports whom, read from the imports themselves.
// With --check it only says whether the picture is still true.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { ROOMS, WORKSPACES } from './arrows.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const target = path.join(root, 'docs/rooms.svg');
const IMPORT = /(?:from|import\(|new URL\(|^import)\s*'([^']+)'/gm;

/** A workspace's sources, without tests. */
function sourcesOf(workspace) {
  const base = workspace === 'e2e' ? 'e2e' : `${workspace}/src`;
  return readdirSync(path.join(root, base), { recursive: true })
    .map((name) => `${base}/${name}`)
    .filter((file) => /\.tsx?$/.test(file) && !/\.(test|spec)\.tsx?$|\.d\.ts$/.test(file))
    .sort();
}

function importsOf(file) {
  return [...readFileSync(path.join(root, file), 'utf8').matchAll(IMPORT)].map(([, name]) => name);
}

/** The room that a path lies in: its folder, or the file itself. */
function roomOf(workspace, inside) {
  const [first, ...rest] = inside.split('/');
  if (rest.length > 0) return first in ROOMS[workspace] ? first : undefined;
  return Object.keys(ROOMS[workspace]).find(
    (room) => room.replace(/\.tsx?$/, '') === first.replace(/\.tsx?$/, ''),
  );
}

function count(arrows, from, to) {
  if (from && to && from !== to) arrows.set(`${from} ${to}`, (arrows.get(`${from} ${to}`) ?? 0) + 1);
}

/** Imports between workspaces. */
function workspaceArrows() {
  const arrows = new Map();
  for (const workspace of Object.keys(WORKSPACES))
    for (const file of sourcesOf(workspace))
      for (const name of importsOf(file)) count(arrows, workspace, /^@ravlo\/([a-z]+)/.exec(name)?.[1]);
  return arrows;
}

/** Imports between the rooms of one workspace. */
function roomArrows(workspace) {
  const arrows = new Map();
  const src = `${workspace}/src`;
  for (const file of sourcesOf(workspace)) {
    for (const name of importsOf(file)) {
      const to = name.startsWith('@/')
        ? name.slice(2)
        : name.startsWith('.')
          ? path.posix.relative(src, path.posix.join(path.posix.dirname(file), name))
          : null;
      if (to) count(arrows, roomOf(workspace, path.posix.relative(src, file)), roomOf(workspace, to));
    }
  }
  return arrows;
}

/** Rooms in rows, so that every arrow goes down. */
function rowsOf(rooms, arrows) {
  const leads = (from) => [...arrows.keys()].map((key) => key.split(' ')).filter(([a]) => a === from);
  const height = new Map();
  const heightOf = (room) => {
    if (!height.has(room)) {
      height.set(room, 0);
      height.set(room, Math.max(0, ...leads(room).map(([, to]) => heightOf(to) + 1)));
    }
    return height.get(room);
  };
  const most = Math.max(...rooms.map(heightOf));
  return Array.from({ length: most + 1 }, (_, i) => rooms.filter((room) => heightOf(room) === most - i));
}

const BOX = { width: 96, height: 30, gapX: 14, gapY: 54 };
const INK = '#1E2A32';

function panel(title, rooms, arrows, top) {
  const rows = rowsOf(rooms, arrows);
  const widest = Math.max(...rows.map((row) => row.length));
  const width = widest * (BOX.width + BOX.gapX) - BOX.gapX;
  const places = new Map();
  rows.forEach((row, r) => {
    const left = (width - (row.length * (BOX.width + BOX.gapX) - BOX.gapX)) / 2;
    row.forEach((room, i) =>
      places.set(room, {
        x: 24 + left + i * (BOX.width + BOX.gapX),
        y: top + 40 + r * (BOX.height + BOX.gapY),
      }),
    );
  });
  const lines = [...arrows].map(([key, weight]) => {
    const [from, to] = key.split(' ').map((room) => places.get(room));
    const [x1, y1] = [from.x + BOX.width / 2, from.y + BOX.height];
    const [x2, y2] = [to.x + BOX.width / 2, to.y - 5];
    const bend = (y2 - y1) / 2;
    return (
      `<path d="M${x1} ${y1}C${x1} ${y1 + bend} ${x2} ${y2 - bend} ${x2} ${y2}" fill="none" stroke="${INK}" ` +
      `stroke-opacity=".45" stroke-width="${(0.7 + Math.log10(weight) * 0.9).toFixed(2)}" marker-end="url(#tip)"/>`
    );
  });
  const boxes = [...places].map(
    ([room, { x, y }]) =>
      `<rect x="${x}" y="${y}" width="${BOX.width}" height="${BOX.height}" rx="6" fill="#fff" stroke="${INK}"/>` +
      `<text x="${x + BOX.width / 2}" y="${y + 20}" text-anchor="middle">${room}</text>`,
  );
  return {
    width: width + 48,
    bottom: top + 40 + rows.length * (BOX.height + BOX.gapY) - BOX.gapY + 24,
    svg: `<text x="24" y="${top + 22}" font-weight="700">${title}</text>${lines.join('')}${boxes.join('')}`,
  };
}

function draw() {
  const panels = [];
  const add = (title, rooms, arrows) => panels.push(panel(title, rooms, arrows, panels.at(-1)?.bottom ?? 0));
  add('the workspaces', Object.keys(WORKSPACES), workspaceArrows());
  for (const [workspace, rooms] of Object.entries(ROOMS))
    add(workspace, Object.keys(rooms), roomArrows(workspace));
  const width = Math.max(...panels.map((each) => each.width));
  const height = panels.at(-1).bottom;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" ` +
    `font-family="system-ui, sans-serif" font-size="12.5" fill="${INK}">\n` +
    `<defs><marker id="tip" viewBox="0 0 6 6" refX="5" refY="3" markerWidth="6" markerHeight="6" markerUnits="userSpaceOnUse" orient="auto">` +
    `<path d="M0 0L6 3L0 6z" fill="${INK}"/></marker></defs>\n` +
    `<rect width="100%" height="100%" fill="#F6F2EA"/>\n${panels.map(({ svg }) => svg).join('\n')}\n</svg>\n`
  );
}

const picture = draw();
if (process.argv.includes('--check')) {
  if (!existsSync(target) || readFileSync(target, 'utf8') !== picture) {
    console.error('docs/rooms.svg does not show the code as it is. Draw it anew: npm run rooms');
    process.exit(1);
  }
} else {
  writeFileSync(target, picture);
  console.log(`drew ${path.relative(root, target)}`);
}
