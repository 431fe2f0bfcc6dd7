import { compose, invert, mapQuad, project, type Homography, type Quad } from '@ravlo/core';

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
}

export interface CameraView {
  /** sheet millimetres (origin at the sheet's top left) to photo pixels */
  readonly toPhoto: Homography;
  readonly toSheet: Homography;
  /** the sheet's corners in photo pixels, clockwise from its own top left */
  readonly corners: Quad;
}

/** 26 mm on a 36 mm wide frame. */
const FOCAL_SHARE = 26 / 36;

/** A pinhole camera with the principal point in the middle; its distance is solved to give the wanted fill. */
export function aimCamera(plan: CameraPlan, sheetWidth: number, sheetHeight: number): CameraView {
  const focal = FOCAL_SHARE * Math.max(plan.width, plan.height);
  const sheet: Quad = [
    [0, 0],
    [sheetWidth, 0],
    [sheetWidth, sheetHeight],
    [0, sheetHeight],
  ];
  const viewAt = (distance: number): Homography =>
    compose(pose(plan, focal, distance), [1, 0, -sheetWidth / 2, 0, 1, -sheetHeight / 2, 0, 0, 1]);
  let near = sheetHeight * 0.4;
  let far = sheetHeight * 12;
  for (let i = 0; i < 50; i++) {
    const middle = (near + far) / 2;
    const box = boundsOf(mapQuad(sheet, (p) => project(viewAt(middle), p)));
    const filled = Math.max(box.width / plan.width, box.height / plan.height);
    if (filled > plan.fill) near = middle;
    else far = middle;
  }
  const centred = viewAt(far);
  const box = boundsOf(mapQuad(sheet, (p) => project(centred, p)));
  const roomX = (plan.width - box.width) / 2;
  const roomY = (plan.height - box.height) / 2;
  const dx = plan.width / 2 - box.x + plan.shift[0] * roomX;
  const dy = plan.height / 2 - box.y + plan.shift[1] * roomY;
  const toPhoto = compose([1, 0, dx, 0, 1, dy, 0, 0, 1], centred);
  return { toPhoto, toSheet: invert(toPhoto), corners: mapQuad(sheet, (p) => project(toPhoto, p)) };
}

/** K [r1 r2 t] for a plane at z = 0 seen from `distance` with the plan's roll, azimuth and tilt. */
function pose(
  { width, height, tilt, azimuth, roll }: CameraPlan,
  focal: number,
  distance: number,
): Homography {
  const spin = roll - azimuth;
  const [cs, ss] = [Math.cos(spin), Math.sin(spin)];
  const [ca, sa] = [Math.cos(azimuth), Math.sin(azimuth)];
  const [ct, st] = [Math.cos(tilt), Math.sin(tilt)];
  // Turn the sheet by `spin`, lean it about the picture's x axis, turn the picture by `azimuth`.
  const column = (x: number, y: number): [number, number, number] => {
    const u = cs * x - ss * y;
    const v = ss * x + cs * y;
    const leanY = ct * v;
    return [ca * u - sa * leanY, sa * u + ca * leanY, st * v];
  };
  const [ax, ay, az] = column(1, 0);
  const [bx, by, bz] = column(0, 1);
  const cx = width / 2;
  const cy = height / 2;
  return [
    focal * ax + cx * az,
    focal * bx + cx * bz,
    cx * distance,
    focal * ay + cy * az,
    focal * by + cy * bz,
    cy * distance,
    az,
    bz,
    distance,
  ];
}

function boundsOf(quad: Quad): { x: number; y: number; width: number; height: number } {
  const xs = quad.map((p) => p[0]);
  const ys = quad.map((p) => p[1]);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { x: (left + right) / 2, y: (top + bottom) / 2, width: right - left, height: bottom - top };
}
