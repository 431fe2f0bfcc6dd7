import { drawColours } from './drawColours';
import { HAND_SIZES, loadFont } from './fonts';
import { glyphPath } from './glyphPath';
import { createRandom, type Random } from '@ravlo/film';
import { INKS, PRINTED_PAPERS, type Manner, type SheetPlan } from './sheet';
import { writingStart } from './writingStart';

/** What the student wrote and drew, as SVG elements in mm. */
export function drawInk(plan: SheetPlan): string {
  const random = createRandom(plan.seed);
  const { colour, stroke } = INKS[plan.ink];
  // Nothing is written by hand on a page out of a book.
  if (plan.paper !== 'worksheet' && PRINTED_PAPERS.includes(plan.paper)) return '';
  let paths = '';
  const start = writingStart(plan);
  let y = start.y;
  if (plan.paper !== 'worksheet') {
    paths += writeLine(plan, plan.text.title, start.x, y, random);
    y += 2 * start.spacing;
  } else {
    paths += writeLine(plan, 'Imke Tarn', 36, 38, random);
  }
  for (const words of plan.text.lines) {
    paths += writeLine(plan, words, start.x, y, random);
    y += start.spacing;
  }
  const marks = drawingOf(plan, y + 4, random);
  return (
    `<g fill="${colour}" stroke="${colour}" stroke-width="${stroke}" stroke-linejoin="round">${paths}</g>` +
    `<g fill="none" stroke="${colour}" stroke-width="${0.35 + stroke}" stroke-linecap="round" stroke-linejoin="round">${marks}</g>` +
    drawColours(plan)
  );
}

/** One line of handwriting: every letter a little off in height, size and slant; the line itself drifts. */
function writeLine(plan: SheetPlan, words: string, x: number, y: number, random: Random): string {
  const font = loadFont(plan.hand);
  const {
    size: usual,
    slant,
    spread,
    wobble = 0,
  }: Partial<Manner> & Omit<Manner, 'spacing'> = plan.manner ?? {
    size: 1,
    slant: 0,
    spread: 1,
  };
  const size = HAND_SIZES[plan.hand] * usual * random.between(0.95, 1.05);
  const drift = random.normal() * 0.004;
  let at = x + random.normal() * 0.8;
  let d = '';
  for (const letter of words) {
    const grown = size * (1 + random.normal() * 0.025);
    const baseline = y + (at - x) * drift + random.normal() * 0.18;
    // Chance is asked only where letters stray, so that sheets without stay as they were.
    const leaning = wobble > 0 ? slant + random.normal() * 0.06 : slant;
    const stray = wobble > 0 ? () => random.normal() * wobble * grown : undefined;
    d += glyphPath(font, letter, at, baseline, grown, leaning, stray);
    at += font.getAdvanceWidth(letter, grown) * spread * (1 + random.normal() * 0.02);
    if (at > plan.width - 10) break;
  }
  return `<path d="${d}"/>`;
}

function drawingOf(plan: SheetPlan, top: number, random: Random): string {
  switch (plan.text.drawing) {
    case 'tide-curve':
      return tideCurve(plan, top, random);
    case 'harbour':
      return harbour(plan, top, random);
    case 'knots':
      return knots(plan, top, random);
    case undefined:
      return '';
  }
}

function strokeThrough(points: readonly (readonly [number, number])[], random: Random, shake = 0.15): string {
  const d = points
    .map(([x, y], i) => {
      const px = (x + random.normal() * shake).toFixed(2);
      return `${i ? 'L' : 'M'}${px} ${(y + random.normal() * shake).toFixed(2)}`;
    })
    .join('');
  return `<path d="${d}"/>`;
}

function tideCurve({ width }: SheetPlan, top: number, random: Random): string {
  const left = 25;
  const right = width - 20;
  const bottom = top + 120;
  let svg =
    strokeThrough(
      [
        [left, top],
        [left, bottom],
      ],
      random,
    ) +
    strokeThrough(
      [
        [left, bottom],
        [right, bottom],
      ],
      random,
    );
  const curve: [number, number][] = [];
  for (let i = 0; i <= 80; i++) {
    const share = i / 80;
    curve.push([
      left + share * (right - left),
      bottom - 15 - 90 * (0.5 - 0.5 * Math.cos(share * 2 * Math.PI)),
    ]);
  }
  svg += strokeThrough(curve, random, 0.2);
  for (let i = 0; i <= 12; i++) {
    const x = left + ((right - left) * i) / 12;
    svg += strokeThrough(
      [
        [x, bottom - 1.5],
        [x, bottom + 1.5],
      ],
      random,
    );
  }
  return svg;
}

function harbour({ width }: SheetPlan, top: number, random: Random): string {
  const horizon = top + 45;
  let svg = strokeThrough(
    [
      [18, horizon],
      [width * 0.4, horizon - 1],
      [width - 18, horizon],
    ],
    random,
    0.4,
  );
  svg += strokeThrough(
    [
      [18, horizon],
      [40, horizon - 16],
      [62, horizon - 12],
      [80, horizon - 24],
      [104, horizon],
    ],
    random,
    0.5,
  );
  svg += strokeThrough(
    [
      [130, horizon],
      [130, horizon - 30],
      [140, horizon - 30],
      [140, horizon],
    ],
    random,
    0.3,
  );
  svg += strokeThrough(
    [
      [128, horizon - 30],
      [135, horizon - 38],
      [142, horizon - 30],
    ],
    random,
    0.3,
  );
  for (let k = 0; k < 3; k++) {
    const x = 40 + k * 45;
    const y = horizon + 22 + k * 14;
    svg += strokeThrough(
      [
        [x, y],
        [x + 6, y + 7],
        [x + 28, y + 7],
        [x + 36, y],
      ],
      random,
      0.3,
    );
    svg +=
      strokeThrough(
        [
          [x, y],
          [x + 36, y],
        ],
        random,
        0.3,
      ) +
      strokeThrough(
        [
          [x + 17, y],
          [x + 17, y - 26],
        ],
        random,
        0.2,
      );
    svg += strokeThrough(
      [
        [x + 17, y - 25],
        [x + 30, y - 3],
        [x + 17, y - 3],
      ],
      random,
      0.3,
    );
  }
  for (let k = 0; k < 60; k++) {
    const x = random.between(20, width - 30);
    const y = random.between(horizon + 6, horizon + 75);
    svg += strokeThrough(
      [
        [x, y],
        [x + random.between(3, 10), y + random.normal() * 0.3],
      ],
      random,
      0.1,
    );
  }
  for (let k = 0; k < 40; k++) {
    const x = 42 + k * 0.9;
    svg += strokeThrough(
      [
        [x, horizon - 2],
        [x + 5, horizon - random.between(5, 11)],
      ],
      random,
      0.2,
    );
  }
  return svg;
}

function knots({ width }: SheetPlan, top: number, random: Random): string {
  let svg = '';
  for (let k = 0; k < 4; k++) {
    const cx = k % 2 ? width - 65 : 60;
    const cy = top + 35 + Math.floor(k / 2) * 65;
    for (const offset of [0, 3.2]) {
      const loop: [number, number][] = [];
      for (let i = 0; i <= 60; i++) {
        const t = (i / 60) * 2 * Math.PI;
        const r = 16 + offset + 5 * Math.cos((k + 2) * t);
        loop.push([cx + r * Math.cos(t) * 1.2, cy + r * Math.sin(t)]);
      }
      svg += strokeThrough(loop, random, 0.15);
    }
    svg += strokeThrough(
      [
        [cx - 34, cy + 26],
        [cx - 10, cy + 12],
        [cx + 12, cy + 14],
        [cx + 36, cy + 24],
      ],
      random,
      0.3,
    );
  }
  return svg;
}
