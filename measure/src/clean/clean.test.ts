import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { clean, inkMapOf, type CleanOptions, type InkMap, type Look, type Rgba } from '@ravlo/core';
import { cleanPageNames, readCleanPage, type CleanPage } from './cleanPages';
import { mean, median } from '../statistics';
import { greyOf, otsu } from './baselines';
import { blackOf, fadeScore, hueError, inkF, inkRecall, paperScore } from './cleanScores';

/** The first five kinds: pen, pencil, colour, print, squared or lined. */
const COUNT = 5;
const SEED = 451;

let dir: string;
let pages: CleanPage[];
/** Each page's ink is measured once: that is most of the work. */
const maps = new Map<CleanPage, InkMap>();

function shown(page: CleanPage, look: Look, options: CleanOptions = {}): Rgba {
  const map = maps.get(page) ?? inkMapOf(page.page);
  maps.set(page, map);
  return clean(page.page, look, options, map);
}

/** Pencil on squares so faint that the net is in two minds about a third of it. */
const FAINT_SEED = 6021;
let faint: CleanPage;

async function draw(seed: number, count: number): Promise<CleanPage[]> {
  const to = path.join(dir, String(seed));
  const script = path.join(__dirname, 'drawCleanPages.ts');
  const args = ['--count', String(count), '--seed', String(seed), '--out', to];
  execFileSync(process.execPath, ['--import', 'tsx', script, ...args], { stdio: 'ignore' });
  return Promise.all(cleanPageNames(to).map(readCleanPage));
}

beforeAll(async () => {
  dir = mkdtempSync(path.join(tmpdir(), 'ravlo-clean-'));
  pages = await draw(SEED, COUNT);
  [faint] = await draw(FAINT_SEED, 1);
});
afterAll(() => rmSync(dir, { recursive: true, force: true }));

const each = (look: (page: CleanPage) => number) => pages.map(look);

describe('clean pages of drawn sheets', () => {
  it('are drawn, one of each kind', () => {
    expect(new Set(pages.map(({ kind }) => kind)).size).toBe(COUNT);
  });

  it('have all their ink in Pen, and nothing else: far better than one threshold', () => {
    for (const page of pages) {
      const { f } = inkF(page, blackOf(shown(page, 'pen')));
      expect(f).toBeGreaterThan(0.93);
      expect(f).toBeGreaterThanOrEqual(inkF(page, otsu(greyOf(page.page))).f);
    }
  });

  it('lose no stroke in Daylight and Pencil', () => {
    expect(Math.min(...each((page) => inkRecall(page, shown(page, 'daylight'))))).toBeGreaterThan(0.97);
    expect(Math.min(...each((page) => inkRecall(page, shown(page, 'pencil'))))).toBeGreaterThan(0.97);
  });

  it('are told more gently where much is in two minds: hardly visible pencil comes through', () => {
    expect(inkF(faint, blackOf(shown(faint, 'pen'))).recall).toBeGreaterThan(0.7);
    expect(maps.get(faint)!.parts!.shift.byTile).not.toBeNull();
  });

  it('have white, even paper and true colours in Daylight', () => {
    for (const page of pages) {
      const day = shown(page, 'daylight');
      const { white, deviation } = paperScore(page, day);
      expect(white).toBeGreaterThan(0.99);
      expect(deviation).toBeLessThan(3);
    }
    const hues = pages.flatMap((page) => hueError(page, shown(page, 'daylight')) ?? []);
    expect(median(hues)).toBeLessThan(8);
  });

  it('lose their rules when asked, and keep what is written on them', () => {
    const scores = pages.flatMap((page) => {
      return fadeScore(page, shown(page, 'daylight'), shown(page, 'daylight', { rules: 'faded' })) ?? [];
    });
    expect(scores.length).toBeGreaterThan(0);
    expect(mean(scores.map(({ left }) => left))).toBeLessThan(0.15);
    expect(mean(scores.map(({ harmed }) => harmed))).toBeLessThan(0.015);
  });

  it('are the same bytes every time, and the page that was given stays as it is', () => {
    const { page } = pages[1];
    const before = page.data.slice();
    const first = clean(page, 'pencil');
    expect(Buffer.from(clean(page, 'pencil').data).equals(Buffer.from(first.data))).toBe(true);
    expect(Buffer.from(page.data).equals(Buffer.from(before))).toBe(true);
  });
});
