import type { Features } from './convolve';

/** Adds to every cell the mean of its channel over all cells, in place. */
export function addMeans({ data, channels }: Features): void {
  const cells = data.length / channels;
  for (let c = 0; c < channels; c++) {
    let sum = 0;
    for (let i = c; i < data.length; i += channels) sum += data[i];
    for (let i = c; i < data.length; i += channels) data[i] += sum / cells;
  }
}
