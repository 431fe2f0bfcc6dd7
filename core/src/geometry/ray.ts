import { lineThrough } from './line';
import type { Point } from './quad';

/** A direction, or a place, in the camera's frame: x to the right, y down, z away from the camera. */
export type Ray = readonly [x: number, y: number, z: number];

/** A pinhole camera with its principal point in the photo's middle; everything in photo pixels. */
export interface Pinhole {
  readonly photoWidth: number;
  readonly photoHeight: number;
  readonly focal: number;
}

/** The ray that a photo point is seen along, at depth 1. */
export function rayOf([x, y]: Point, { photoWidth, photoHeight, focal }: Pinhole): Ray {
  return [(x - photoWidth / 2) / focal, (y - photoHeight / 2) / focal, 1];
}

/** Where a place in space is seen in the photo. */
export function seenAt([x, y, z]: Ray, { photoWidth, photoHeight, focal }: Pinhole): Point {
  return [photoWidth / 2 + (focal * x) / z, photoHeight / 2 + (focal * y) / z];
}

export function dot(a: Ray, b: Ray): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

export function distance(a: Ray, b: Ray): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
}

/**
 * The unit direction in space of two parallel lines that are seen from a to b and from c to d: the ray of the point in
 * which they meet, in homogeneous coordinates, so that lines parallel in the photo are no exception. Points from a to b.
 */
export function sharedDirection(a: Point, b: Point, c: Point, d: Point, camera: Pinhole): Ray {
  const { photoWidth, photoHeight, focal } = camera;
  const first = lineThrough(a, b);
  const second = lineThrough(c, d);
  const l = [Math.cos(first.angle), Math.sin(first.angle), -first.offset];
  const r = [Math.cos(second.angle), Math.sin(second.angle), -second.offset];
  const v = [l[1] * r[2] - l[2] * r[1], l[2] * r[0] - l[0] * r[2], l[0] * r[1] - l[1] * r[0]];
  const g: Ray = [(v[0] - (photoWidth / 2) * v[2]) / focal, (v[1] - (photoHeight / 2) * v[2]) / focal, v[2]];
  const size = Math.hypot(...g) || 1;
  // A small step along g from a's ray moves towards b in the photo, or g points the other way.
  const ray = rayOf(a, camera);
  const moved = (g[0] - ray[0] * g[2]) * (b[0] - a[0]) + (g[1] - ray[1] * g[2]) * (b[1] - a[1]);
  const sign = moved < 0 ? -1 : 1;
  return [(sign * g[0]) / size, (sign * g[1]) / size, (sign * g[2]) / size];
}

/** How far along g from a place one comes to where a ray passes, in least squares. */
export function alongTo(from: Ray, g: Ray, ray: Ray): number {
  const px = g[0] - ray[0] * g[2];
  const py = g[1] - ray[1] * g[2];
  const qx = ray[0] * from[2] - from[0];
  const qy = ray[1] * from[2] - from[1];
  return (px * qx + py * qy) / (px * px + py * py);
}
