/** Something that would like to stand at a height, px. */
export interface MarginItem {
  readonly wanted: number;
  readonly height: number;
}

/**
 * Tops for items that stand in a margin: each as near as can be to the height that it wants, in the order of these heights,
 * none over another and none above the margin's top. Where they are too many they run out of it below.
 *
 * @param room height of the margin, px
 * @param gap between two, px
 * @returns in the order of the items
 */
export function placeMargin(items: readonly MarginItem[], room: number, gap: number): number[] {
  const order = items.map((_, i) => i).sort((a, b) => at(items, a).wanted - at(items, b).wanted || a - b);
  const tops = new Array<number>(items.length).fill(0);
  let free = 0;
  for (const i of order) {
    tops[i] = Math.max(free, at(items, i).wanted);
    free = tops[i] + at(items, i).height + gap;
  }
  // From below, those that hang out push the others up as far as there is room.
  let floor = room;
  for (const i of [...order].reverse()) {
    const height = at(items, i).height;
    tops[i] = Math.min(tops[i] ?? 0, floor - height);
    floor = tops[i] - gap;
  }
  free = 0;
  for (const i of order) {
    tops[i] = Math.max(free, tops[i] ?? 0);
    free = tops[i] + at(items, i).height + gap;
  }
  return tops;
}

function at(items: readonly MarginItem[], i: number): MarginItem {
  const item = items[i];
  if (!item) throw new Error('There is no such item');
  return item;
}
