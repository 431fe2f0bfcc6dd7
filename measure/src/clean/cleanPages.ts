import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import type { Rgba } from '@ravlo/core';

export interface Hole {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** A flat page as it was photographed, with what is where on it. */
export interface CleanPage {
  readonly name: string;
  readonly kind: string;
  readonly paper: string;
  readonly pen: string;
  readonly lines: readonly string[];
  /** photo pixels a page pixel */
  readonly photoScale: number;
  /** where it was punched, page pixels */
  readonly holes: readonly Hole[];
  readonly page: Rgba;
  /** written by hand; printed to be read; rules; highlighter: covered shares, 0 to 255 */
  readonly ink: Uint8Array;
  readonly print: Uint8Array;
  readonly rules: Uint8Array;
  readonly tint: Uint8Array;
  /** red green blue of ink and highlighter */
  readonly colour: Uint8Array;
}

export interface CleanPageSet {
  readonly dir: string;
  readonly seed: number;
  readonly count: number;
  /** out of focus: Gaussian blur, pixels of a photo of 12 megapixels @default as each kind has it */
  readonly lensBlur?: number;
}

/** Draws the pages of a set that are not there yet, as many at a time as there are processors. */
export async function drawMissing({ dir, seed, count, lensBlur }: CleanPageSet): Promise<void> {
  mkdirSync(dir, { recursive: true });
  const missing = Array.from({ length: count }, (_, k) => seed + k).filter(
    (n) => !existsSync(path.join(dir, `page-${n}.json`)),
  );
  if (missing.length > 0) process.stderr.write(`drawing ${missing.length} pages\n`);
  const drawSome = async (): Promise<void> => {
    for (let n = missing.shift(); n !== undefined; n = missing.shift()) await draw(n, dir, lensBlur);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, drawSome));
}

function draw(seed: number, dir: string, lensBlur?: number): Promise<void> {
  const script = fileURLToPath(new URL('drawCleanPages.ts', import.meta.url));
  const args = ['--import', 'tsx', script, '--count', '1', '--seed', String(seed), '--out', dir];
  if (lensBlur !== undefined) args.push('--lens-blur', String(lensBlur));
  const child = spawn(process.execPath, args, { stdio: ['ignore', 'ignore', 'inherit'] });
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`drawing ended with ${code}`))));
  });
}

export function cleanPageNames(dir: string): string[] {
  return readdirSync(dir)
    .filter((file) => file.endsWith('.json'))
    .map((file) => path.join(dir, file.slice(0, -'.json'.length)))
    .sort((a, b) => Number(/\d+$/.exec(a)?.[0]) - Number(/\d+$/.exec(b)?.[0]));
}

export async function readCleanPage(name: string): Promise<CleanPage> {
  const facts = JSON.parse(readFileSync(`${name}.json`, 'utf8')) as Pick<
    CleanPage,
    'kind' | 'paper' | 'pen' | 'lines' | 'photoScale' | 'holes'
  >;
  const { data, info } = await sharp(`${name}.png`).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const parts = await sharp(`${name}.parts.png`).raw().toBuffer();
  const colour = await sharp(`${name}.colour.png`).raw().toBuffer();
  const part = (c: number) => {
    const plane = new Uint8Array(info.width * info.height);
    for (let i = 0; i < plane.length; i++) plane[i] = parts[i * 4 + c];
    return plane;
  };
  return {
    ...facts,
    name: path.basename(name),
    page: { width: info.width, height: info.height, data: new Uint8ClampedArray(data) },
    ink: part(0),
    print: part(1),
    rules: part(2),
    tint: part(3),
    colour,
  };
}
