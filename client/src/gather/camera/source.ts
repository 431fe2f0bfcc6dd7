import type { ReactNode } from 'react';
import type { Seen } from './aim.worker';
import type { Range } from './device/abilities';
import type { Lens } from './device/lenses';

/** Why there is no picture; each has its own sentence and its own way on. */
export type CameraTrouble = 'refused' | 'none' | 'busy' | 'stopped' | 'insecure';

/** Something to take photos with: a camera, or the practice desk. */
export interface Source {
  readonly state: 'starting' | 'live' | CameraTrouble;
  /** the moving picture */
  readonly picture: ReactNode;
  /** width over height of the picture; null until it is known */
  readonly aspect: number | null;
  readonly seen: Seen | null;
  /** frames looked at a second */
  readonly rate: number;
  /** nothing has moved for a while: it is looked at seldom, until something does */
  readonly rests: boolean;
  /** null where it cannot be switched */
  readonly torch: { readonly isOn: boolean; readonly toggle: () => void } | null;
  /** sharpens the picture at a place, shares of its width and height; null where the camera does that by itself */
  readonly focusAt: ((x: number, y: number) => void) | null;
  /** null where it cannot be told */
  readonly zoom: {
    readonly range: Range;
    readonly value: number;
    readonly set: (value: number) => void;
  } | null;
  /** null where there is but one */
  readonly lenses: {
    readonly all: readonly Lens[];
    readonly chosen: string;
    readonly choose: (deviceId: string) => void;
  } | null;
  /** a photo of what is seen now; null when there was none to be had */
  take(): Promise<File | null>;
  /** asks for the camera again */
  again(): void;
}

/** A name for a photo just taken, that sorts by when. */
export function photoName(taken: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  const day = `${taken.getFullYear()}-${two(taken.getMonth() + 1)}-${two(taken.getDate())}`;
  const time = `${two(taken.getHours())}.${two(taken.getMinutes())}.${two(taken.getSeconds())}`;
  return `${day} ${time}.jpg`;
}
