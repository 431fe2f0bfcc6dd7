/** The mask without parts of fewer pixels than `least`; pixels that touch at a side hang together. */
export function largeParts(mask: Uint8Array, width: number, height: number, least: number): Uint8Array {
  const open = mask.slice();
  const kept = new Uint8Array(mask.length);
  const part = new Int32Array(mask.length);
  for (let start = 0; start < open.length; start++) {
    if (open[start] === 0) continue;
    let count = 0;
    part[count++] = start;
    open[start] = 0;
    for (let done = 0; done < count; done++) {
      const i = part[done];
      const x = i % width;
      for (const next of [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width]) {
        if (next < 0 || next >= width * height || open[next] === 0) continue;
        open[next] = 0;
        part[count++] = next;
      }
    }
    if (count >= least) for (let k = 0; k < count; k++) kept[part[k]] = 1;
  }
  return kept;
}
