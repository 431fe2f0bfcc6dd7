import { kernels, type Kernels } from '../kernels/kernels';
import { createPlane, type Plane } from './image';

/** Binomial 1-2-1 smoothing in both directions (sigma about 0.7 px); border pixels repeat. */
export function smooth(plane: Plane): Plane {
  const quick = kernels();
  return quick ? smoothQuickly(quick, plane) : smoothPlainly(plane);
}

function smoothQuickly(quick: Kernels, { width, height, data }: Plane): Plane {
  const [from, to, line] = quick.room(data.byteLength, data.byteLength, width * 4 + 32);
  quick.floats(from, data.length).set(data);
  quick.smooth(from, to, line, width, height);
  return { width, height, data: quick.floats(to, data.length).slice() };
}

/** The reference for the kernel: the same bits where values are whole quarters, as those of an image are. */
export function smoothPlainly(plane: Plane): Plane {
  const { width, height, data } = plane;
  const across = new Float32Array(data.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++) {
      const left = x > 0 ? data[row + x - 1] : data[row];
      const right = x < width - 1 ? data[row + x + 1] : data[row + x];
      across[row + x] = (left + 2 * data[row + x] + right) / 4;
    }
  }
  const result = createPlane(width, height);
  for (let y = 0; y < height; y++) {
    const up = (y > 0 ? y - 1 : 0) * width;
    const row = y * width;
    const down = (y < height - 1 ? y + 1 : y) * width;
    for (let x = 0; x < width; x++) {
      result.data[row + x] = (across[up + x] + 2 * across[row + x] + across[down + x]) / 4;
    }
  }
  return result;
}
