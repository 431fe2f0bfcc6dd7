import { toConvolution, type Convolution } from './convolve';
import { decodeHalfFloats } from './decodeHalfFloats';

/** By name, in the order in which the weights are stored: channels in and out, kernel side, stride. */
export type LayerShapes<Name extends string> = Readonly<
  Record<Name, readonly [inputs: number, outputs: number, side: number, stride: number]>
>;

/** Unpacks a net's weights: for every layer its kernel (by output, input, row, column), then its bias. */
export function loadLayers<Name extends string>(
  shapes: LayerShapes<Name>,
  weights: string,
): Record<Name, Convolution> {
  const values = decodeHalfFloats(weights);
  let at = 0;
  const take = (count: number) => values.subarray(at, (at += count));
  const layers: Partial<Record<Name, Convolution>> = {};
  for (const name of Object.keys(shapes) as Name[]) {
    const [inputs, outputs, side, stride] = shapes[name];
    const kernel = take(outputs * inputs * side * side);
    layers[name] = toConvolution(kernel, take(outputs), { inputs, outputs, side, stride });
  }
  return layers as Record<Name, Convolution>;
}
