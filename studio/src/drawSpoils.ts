import type { HolesPlan, SheetPlan } from './sheet';

const CENTRES = ({ side, along, inset }: HolesPlan, { width, height }: SheetPlan) =>
  along.map((place): readonly [number, number] =>
    side === 'left' ? [inset, height / 2 + place] : [width / 2 + place, inset],
  );

/** Where a sheet was punched: the middle of each hole and its radius, mm from the sheet's top left. */
export function punchedHoles(plan: SheetPlan): { x: number; y: number; radius: number }[] {
  const { holes } = plan;
  return holes ? CENTRES(holes, plan).map(([x, y]) => ({ x, y, radius: holes.diameter / 2 })) : [];
}

/** Punched holes as SVG path data in mm, drawn the other way round so that they are left out of the sheet. */
export function holesPath(plan: SheetPlan): string {
  return punchedHoles(plan)
    .map(({ x, y, radius: r }) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`)
    .join('');
}

/** What spoils the paper under the writing, as SVG elements in mm: strengthening rings, rubbed places, white fluid. */
export function drawSpoils(plan: SheetPlan): string {
  let svg = '';
  if (plan.holes?.isRinged) {
    for (const { x, y, radius } of punchedHoles(plan)) {
      svg += `<circle cx="${x}" cy="${y}" r="${radius * 1.9}" fill="#fff" fill-opacity="0.6" stroke="#8a8a86" stroke-opacity="0.35" stroke-width="0.25"/>`;
    }
  }
  for (const { kind, at, size } of plan.patches ?? []) {
    const [x, y] = at;
    const [w, h] = size;
    svg +=
      kind === 'fluid'
        ? `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="1.6" fill="#fefefe" fill-opacity="0.92" stroke="#000" stroke-opacity="0.07" stroke-width="0.3"/>`
        : `<ellipse cx="${x + w / 2}" cy="${y + h / 2}" rx="${w / 2}" ry="${h / 2}" fill="#6a6a6e" fill-opacity="0.09" filter="url(#rubbed)"/>`;
  }
  return svg && `<filter id="rubbed"><feGaussianBlur stdDeviation="1.4"/></filter>${svg}`;
}
