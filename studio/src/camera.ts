import { invert, type Homography, type Point, type Quad } from '@ravlo/core';

/** Where the camera hovers over the sheet. Angles in radians. */
export interface CameraPlan {
  /** photo pixels */
  readonly width: number;
  readonly height: number;
  /** how far the camera leans away from straight down */
  readonly tilt: number;
  /** from which side it leans */
  readonly azimuth: number;
  /** how the sheet lies in the picture: 0 upright */
  readonly roll: number;
  /** the share of the picture's narrower fit that the sheet takes */
  readonly fill: number;
  /** moves the sheet off the middle, as a share of the free room, -1 to 1 */
  readonly shift: readonly [number, number];
  /** moves it further, as a share of the picture: out of the frame */
  readonly push?: readonly [number, number];
  /** focal length as a share of the picture's longer side @default 26 / 36 */
  readonly focalShare?: number;
}

/** A place in space: sheet millimetres, x and y on the desk, z away from the camera. */
export type Place = readonly [x: number, y: number, z: number];

export interface CameraView {
  /** photo pixels */
  readonly focal: number;
  /** desk plane (sheet millimetres, origin at the sheet's top left) to photo pixels, and back */
  readonly toPhoto: Homography;
  readonly toSheet: Homography;
  /** where the camera is */
  readonly centre: Place;
  see(place: Place): Point;
}

/** 26 mm on a 36 mm wide frame. */
const USUAL_FOCAL = 26 / 36;

/**
 * A pinhole camera with the principal point in the picture's middle. Its distance is solved to give the wanted
 * fill, then it is moved sideways to put the sheet where the plan wants it.
 */
export function aimCamera(plan: CameraPlan, sheetWidth: number, sheetHeight: number): CameraView {
  const focal = (plan.focalShare ?? USUAL_FOCAL) * Math.max(plan.width, plan.height);
  const corners: readonly Place[] = [
    [0, 0, 0],
    [sheetWidth, 0, 0],
    [sheetWidth, sheetHeight, 0],
    [0, sheetHeight, 0],
  ];
  const axes = turnedAxes(plan);
  const middle: Place = [sheetWidth / 2, sheetHeight / 2, 0];
  const at = (shift: Place) => viewFrom(plan, focal, axes, middle, shift);
  const boxAt = (shift: Place) => boundsOf(corners.map((corner) => at(shift).see(corner)));
  let near = sheetHeight * 0.4;
  let far = sheetHeight * 12;
  for (let i = 0; i < 50; i++) {
    const distance = (near + far) / 2;
    const box = boxAt([0, 0, distance]);
    if (Math.max(box.width / plan.width, box.height / plan.height) > plan.fill) near = distance;
    else far = distance;
  }
  let shift: Place = [0, 0, far];
  const [pushX, pushY] = plan.push ?? [0, 0];
  for (let i = 0; i < 6; i++) {
    const box = boxAt(shift);
    const wantedX = plan.width * (0.5 + pushX) + (plan.shift[0] * (plan.width - box.width)) / 2;
    const wantedY = plan.height * (0.5 + pushY) + (plan.shift[1] * (plan.height - box.height)) / 2;
    const perPixel = shift[2] / focal;
    shift = [shift[0] + (wantedX - box.x) * perPixel, shift[1] + (wantedY - box.y) * perPixel, shift[2]];
  }
  return at(shift);
}

/** The sheet's x, y and z axes in the camera's frame. */
function turnedAxes({ tilt, azimuth, roll }: CameraPlan): readonly [Place, Place, Place] {
  const spin = roll - azimuth;
  const [cs, ss] = [Math.cos(spin), Math.sin(spin)];
  const [ca, sa] = [Math.cos(azimuth), Math.sin(azimuth)];
  const [ct, st] = [Math.cos(tilt), Math.sin(tilt)];
  // Turn the sheet by `spin`, lean it about the picture's x axis, turn the picture by `azimuth`.
  const turned = (x: number, y: number, z: number): Place => {
    const u = cs * x - ss * y;
    const v = ss * x + cs * y;
    const leanY = ct * v - st * z;
    return [ca * u - sa * leanY, sa * u + ca * leanY, st * v + ct * z];
  };
  return [turned(1, 0, 0), turned(0, 1, 0), turned(0, 0, 1)];
}

function viewFrom(
  { width, height }: CameraPlan,
  focal: number,
  [ax, ay, az]: readonly [Place, Place, Place],
  middle: Place,
  shift: Place,
): CameraView {
  const inCamera = ([x, y, z]: Place): Place => {
    const [u, v, w] = [x - middle[0], y - middle[1], z - middle[2]];
    return [
      ax[0] * u + ay[0] * v + az[0] * w + shift[0],
      ax[1] * u + ay[1] * v + az[1] * w + shift[1],
      ax[2] * u + ay[2] * v + az[2] * w + shift[2],
    ];
  };
  const cx = width / 2;
  const cy = height / 2;
  const origin = inCamera([0, 0, 0]);
  const row = (axis: 0 | 1, c: number) => (p: Place) => focal * p[axis] + c * p[2];
  const [rowX, rowY] = [row(0, cx), row(1, cy)];
  const toPhoto: Homography = [
    rowX(ax),
    rowX(ay),
    rowX(origin),
    rowY(ax),
    rowY(ay),
    rowY(origin),
    ax[2],
    ay[2],
    origin[2],
  ];
  const back = (axis: Place) => -(axis[0] * shift[0] + axis[1] * shift[1] + axis[2] * shift[2]);
  return {
    focal,
    toPhoto,
    toSheet: invert(toPhoto),
    centre: [back(ax) + middle[0], back(ay) + middle[1], back(az) + middle[2]],
    see: (place) => {
      const [x, y, z] = inCamera(place);
      return [cx + (focal * x) / z, cy + (focal * y) / z];
    },
  };
}

/** A view's picture of the four corners, clockwise from the sheet's own top left. */
export function seenCorners(view: CameraView, width: number, height: number): Quad {
  return [
    view.see([0, 0, 0]),
    view.see([width, 0, 0]),
    view.see([width, height, 0]),
    view.see([0, height, 0]),
  ];
}

function boundsOf(points: readonly Point[]): { x: number; y: number; width: number; height: number } {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { x: (left + right) / 2, y: (top + bottom) / 2, width: right - left, height: bottom - top };
}
