import { createRandom } from '@ravlo/film';
import { holesPath } from './drawSpoils';
import type { SheetPlan } from './sheet';

/** The outline of the paper itself (not what is on it) as SVG path data in mm. */
export function drawShape(plan: SheetPlan): string {
  const { width, height, edge = 'cut', fold } = plan;
  if (fold) return foldedShape(plan, fold);
  switch (edge) {
    case 'cut':
      return `M0 0H${width}V${height}H0Z${holesPath(plan)}`;
    case 'rounded': {
      const r = 4;
      return `M${r} 0H${width - r}A${r} ${r} 0 0 1 ${width} ${r}V${height - r}A${r} ${r} 0 0 1 ${width - r} ${height}H${r}A${r} ${r} 0 0 1 0 ${height - r}V${r}A${r} ${r} 0 0 1 ${r} 0Z`;
    }
    case 'spiral':
      return `M0 0H${width}V${height}H0Z${holes(height)}`;
    case 'torn':
      return `M0 0H${width}V${height}H0${ragged(plan)}Z`;
  }
}

/** Holes 4 mm from the left edge, every 8 mm; drawn the other way round so that they are left out. */
function holes(height: number): string {
  let d = '';
  for (let y = 8; y < height - 6; y += 8) d += `M2.2 ${y}a2 2 0 1 0 4 0a2 2 0 1 0 -4 0Z`;
  return d;
}

function ragged({ height, seed }: SheetPlan): string {
  const random = createRandom(seed + 5);
  let d = '';
  for (let y = height - 2; y > 1; y -= random.between(1, 3)) {
    d += `L${random.between(0, 1.6).toFixed(2)} ${y.toFixed(2)}`;
  }
  return d;
}

function foldedShape(
  { width, height }: SheetPlan,
  { corner, reach }: NonNullable<SheetPlan['fold']>,
): string {
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  const towards = (from: number, to: number) => {
    const [ax, ay] = corners[from];
    const [bx, by] = corners[to];
    const share = reach / Math.hypot(bx - ax, by - ay);
    return [ax + (bx - ax) * share, ay + (by - ay) * share];
  };
  const points = corners.flatMap((point, i) =>
    i === corner ? [towards(i, (i + 3) % 4), towards(i, (i + 1) % 4)] : [point],
  );
  return `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`;
}

/** The back of a folded-in corner, as an SVG element in mm; empty where nothing is folded. */
export function drawFold({ width, height, fold, paperColour }: SheetPlan): string {
  if (!fold) return '';
  const { corner, reach } = fold;
  const [x, y] = [corner === 1 || corner === 2 ? width : 0, corner >= 2 ? height : 0];
  const [sx, sy] = [x > 0 ? -1 : 1, y > 0 ? -1 : 1];
  const d = `M${x + sx * reach} ${y}L${x} ${y + sy * reach}L${x + sx * reach * 0.96} ${y + sy * reach * 0.96}Z`;
  return `<path d="${d}" fill="${paperColour}"/><path d="${d}" fill="#000" opacity="0.09"/><path d="${d}" fill="none" stroke="#000" stroke-opacity="0.25" stroke-width="0.3"/>`;
}
