import { kernels } from '../kernels/kernels';

/**
 * Values between the centres of cells, along a row: a straight line from each centre to the next, and no slope before
 * the first and after the last.
 *
 * @param nodes of every cell's centre
 * @param cell pixels a cell, a multiple of eight
 */
export function spread(nodes: Float32Array, cell: number, out: Float32Array): void {
  const quick = kernels();
  if (!quick) {
    spreadPlainly(nodes, cell, out);
    return;
  }
  const [from, to] = quick.scratch(nodes.length * 4 + 32, out.length * 4 + 16);
  const padded = quick.floats(from, nodes.length + 2);
  padded[0] = nodes[0];
  padded.set(nodes, 1);
  padded[nodes.length + 1] = nodes[nodes.length - 1];
  quick.spreadRow(from, cell, out.length, to);
  out.set(quick.floats(to, out.length));
}

/** The reference for the kernel: 32-bit floats, four pixels a step, as it has. */
export function spreadPlainly(nodes: Float32Array, cell: number, out: Float32Array): void {
  const f = Math.fround;
  const inverse = f(1 / cell);
  const node = (k: number) => nodes[Math.min(nodes.length - 1, Math.max(0, k))];
  let end = cell / 2;
  let from = end;
  let k = -1;
  for (let x = 0; x < out.length; k++, end += cell, from = 0) {
    const slope = f(f(node(k + 1) - node(k)) * inverse);
    const values = [0.5, 1.5, 2.5, 3.5].map((lane) => f(node(k) + f(slope * f(from + lane))));
    for (; x < Math.min(end, out.length); x += 4) {
      for (let lane = 0; lane < 4; lane++) {
        if (x + lane < out.length) out[x + lane] = values[lane];
        values[lane] = f(values[lane] + f(slope * 4));
      }
    }
  }
}
