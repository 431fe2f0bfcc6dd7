/**
 * Hough votes: every edge for the lines through it whose normals are within `spread` angles of its own.
 *
 * @param edges f32 x, f32 y, f32 weight, i32 angle, by turns
 * @param trig cosine and sine of every angle over the step between two offsets, f32 by turns, `spread` more at each
 *   end; the first stands for angle -`spread`
 * @param reach what is added to an offset so that none is below zero
 * @param votes f32, a row of `rowBytes` for each angle of trig
 */
export function vote(
  edges: usize,
  count: i32,
  spread: i32,
  trig: usize,
  reach: f32,
  votes: usize,
  rowBytes: usize,
): void {
  for (const end = edges + (count << 4); edges < end; edges += 16) {
    const x = load<f32>(edges);
    const y = load<f32>(edges, 4);
    const weight = load<f32>(edges, 8);
    const first: usize = load<i32>(edges, 12);
    let row = votes + first * rowBytes;
    let direction = trig + (first << 3);
    for (const last = direction + (spread << 4); direction <= last; direction += 8, row += rowBytes) {
      const place = x * load<f32>(direction) + y * load<f32>(direction, 4) + reach;
      const low = i32(place);
      const share = place - f32(low);
      const at = row + (low << 2);
      store<f32>(at, load<f32>(at) + weight * (1 - share));
      store<f32>(at, load<f32>(at, 4) + weight * share, 4);
    }
  }
}
