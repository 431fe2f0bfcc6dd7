/** Of the blur that an edge stands for, mm: a lamp's half shadow a few centimetres off. */
const SIGMA = 1.6;
/** How far the edge reaches to either side, and in how many steps. */
const REACH = 2.2 * SIGMA;
const STEPS = 14;

/**
 * A dark shape with a soft edge as SVG: many nested ones, whose opacities add up to a Gaussian's edge. A blur filter
 * shows the same and takes up to half a minute where a shape is large and lies turned.
 * @param shape the shape as SVG, its sides moved out by so many mm (in, where negative); nothing where that leaves none
 * @param opacity well inside the shape, 0 to 1
 */
export function softEdge(shape: (grow: number) => string, opacity: number): string {
  let svg = '';
  let covered = 0;
  for (let step = 0; step < STEPS; step++) {
    const grow = REACH * (1 - (2 * step) / (STEPS - 1));
    const wanted = gaussianBelow(-grow / SIGMA);
    const added = 1 - (1 - wanted) / (1 - covered);
    svg += `<g opacity="${added.toFixed(5)}">${shape(grow)}</g>`;
    covered = wanted;
  }
  // Once for all: the steps' own opacities would be rounded to too few levels.
  return `<g opacity="${opacity}">${svg}</g>`;
}

/** The share of a normal distribution below `z`, within 0.0002 (Bowling and others, 2009: a logistic curve). */
function gaussianBelow(z: number): number {
  return 1 / (1 + Math.exp(-0.07056 * z ** 3 - 1.5976 * z));
}
