/** The camera's aim: for the worker that looks through the camera, which has no use for the rest. */
export { createAimer, type Aim, type AimFrame, type Aimer } from '../aim/aimer';
export type { Hint } from '../aim/coach';
/** The frames that it looks at. */
export { createRgba, type Rgba } from '../raster/image';
