import { createRgba, type Rgba } from '@ravlo/core/aim';
import type { Actor, Film, Pose, View } from './film';

export interface FrameSize {
  readonly width: number;
  readonly height: number;
}

/** Light on the bare desk, dark wood; its grain is a few grey levels. */
const DESK = [92, 68, 50] as const;
/** mm that a shadow reaches beyond what throws it. */
const SHADOW = 5;

/** Draws what the camera sees at a moment, s. */
export function drawFrame(film: Film, time: number, { width, height }: FrameSize): Rgba {
  const frame = createRgba(width, height);
  const view = film.view(time);
  const millimetres = view.width / width;
  drawDesk(frame, view, millimetres);
  for (const actor of film.actors) {
    const pose = actor.at(time);
    if (pose && pose.flat > 0.02) layActor(frame, view, millimetres, actor, pose);
  }
  return frame;
}

/** The part of the desk that is drawn once and for all, mm round its middle, a pixel a millimetre. */
const REACH = 512;
let wood: Uint8Array | null = null;

/** Wood: bands along x that bend a little. */
function drawWood(): Uint8Array {
  const side = 2 * REACH;
  const pixels = new Uint8Array(side * side * 3);
  for (let row = 0, at = 0; row < side; row++) {
    for (let column = 0; column < side; column++, at += 3) {
      const [x, y] = [column - REACH, row - REACH];
      const band = ripple(y * 0.11 + ripple(x * 0.013) * 1.7) * 9 + ripple(x * 0.9 + y * 3.1) * 3;
      const light = 1 - 0.00022 * (x + y);
      for (let c = 0; c < 3; c++) pixels[at + c] = (DESK[c] + band) * light;
    }
  }
  return pixels;
}

function drawDesk({ width, height, data }: Rgba, view: View, millimetres: number): void {
  wood ??= drawWood();
  const side = 2 * REACH;
  const [cos, sin] = [Math.cos(view.turn) * millimetres, Math.sin(view.turn) * millimetres];
  for (let row = 0, at = 0; row < height; row++) {
    const dy = row - height / 2;
    let x = view.x - dy * sin - (width / 2) * cos + REACH;
    let y = view.y + dy * cos - (width / 2) * sin + REACH;
    for (let column = 0; column < width; column++, at += 4, x += cos, y += sin) {
      const from = ((y & (side - 1)) * side + (x & (side - 1))) * 3;
      data[at] = wood[from] * view.light;
      data[at + 1] = wood[from + 1] * view.light;
      data[at + 2] = wood[from + 2] * view.light;
      data[at + 3] = 255;
    }
  }
}

/** A cheap wave of period 2 pi, -1 to 1: a parabola for every half. */
function ripple(x: number): number {
  const turn = x / Math.PI;
  const half = Math.floor(turn);
  const t = turn - half;
  const value = 4 * t * (1 - t);
  return half % 2 === 0 ? value : -value;
}

function layActor(frame: Rgba, view: View, millimetres: number, actor: Actor, pose: Pose): void {
  const { width, height, data } = frame;
  const { image } = actor;
  const [vc, vs] = [Math.cos(view.turn), Math.sin(view.turn)];
  // From frame to desk to the actor's own millimetres, all straight: one step across, one down.
  const turn = view.turn - pose.turn;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [pc, ps] = [Math.cos(pose.turn), Math.sin(pose.turn)];
  const [ox, oy] = [view.x - pose.x, view.y - pose.y];
  const [cx, cy] = [ox * pc + oy * ps, -ox * ps + oy * pc];
  const reach = (Math.hypot(actor.width, actor.height) / 2 + SHADOW) / millimetres;
  const [px, py] = [-(ox * vc + oy * vs) / millimetres, (ox * vs - oy * vc) / millimetres];
  const left = Math.max(0, Math.floor(width / 2 + px - reach));
  const right = Math.min(width, Math.ceil(width / 2 + px + reach));
  const top = Math.max(0, Math.floor(height / 2 + py - reach));
  const bottom = Math.min(height, Math.ceil(height / 2 + py + reach));
  const [scaleX, scaleY] = [image.width / actor.width, image.height / actor.height];
  const [halfX, halfY] = [(actor.width * pose.flat) / 2, actor.height / 2];
  for (let row = top; row < bottom; row++) {
    const dy = (row + 0.5 - height / 2) * millimetres;
    for (let column = left; column < right; column++) {
      const dx = (column + 0.5 - width / 2) * millimetres;
      const x = cx + dx * cos - dy * sin;
      const y = cy + dx * sin + dy * cos;
      const outside = Math.max(Math.abs(x) - halfX, Math.abs(y) - halfY);
      const at = (row * width + column) * 4;
      if (outside > 0) {
        if (actor.isSheet && outside < SHADOW) shade(data, at, 1 - 0.3 * (1 - outside / SHADOW) ** 2);
        continue;
      }
      paint(
        image,
        (x / pose.flat + actor.width / 2) * scaleX - 0.5,
        (y + actor.height / 2) * scaleY - 0.5,
        data,
        at,
        view.light,
      );
    }
  }
}

function shade(data: Uint8ClampedArray, at: number, share: number): void {
  data[at] *= share;
  data[at + 1] *= share;
  data[at + 2] *= share;
}

/** A bilinear sample over what is there, by its alpha. */
function paint(image: Rgba, x: number, y: number, data: Uint8ClampedArray, at: number, light: number): void {
  const cx = Math.min(image.width - 1.001, Math.max(0, x));
  const cy = Math.min(image.height - 1.001, Math.max(0, y));
  const x0 = cx | 0;
  const y0 = cy | 0;
  const fx = cx - x0;
  const fy = cy - y0;
  const from = image.data;
  const i = (y0 * image.width + x0) * 4;
  const j = i + image.width * 4;
  const [a, b, c, d] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
  const alpha = (from[i + 3] * a + from[i + 7] * b + from[j + 3] * c + from[j + 7] * d) / 255;
  if (alpha < 0.02) return;
  for (let k = 0; k < 3; k++) {
    const value = from[i + k] * a + from[i + 4 + k] * b + from[j + k] * c + from[j + 4 + k] * d;
    data[at + k] = data[at + k] * (1 - alpha) + Math.min(255, value * light * 0.93) * alpha;
  }
}
