import { z } from 'zod';

/** What a camera can be told, within which bounds. */
export interface Abilities {
  readonly hasTorch: boolean;
  /** 1 is the lens as it is; null where it cannot be told */
  readonly zoom: Range | null;
  /** in EV; null where it cannot be told */
  readonly exposure: Range | null;
  /** it can be told where to look when it focuses, and to focus once */
  readonly canFocusAt: boolean;
  /** it can be told by which part of the picture to expose */
  readonly canExposeFor: boolean;
}

export interface Range {
  readonly min: number;
  readonly max: number;
  readonly step: number;
}

export const NO_ABILITIES: Abilities = {
  hasTorch: false,
  zoom: null,
  exposure: null,
  canFocusAt: false,
  canExposeFor: false,
};

/** More than this is only the picture made larger. */
const MOST_ZOOM = 4;

const rangeSchema = z.object({ min: z.number(), max: z.number(), step: z.number().optional() });
const modesSchema = z.array(z.string());

/** Reads a track's capabilities (W3C, "MediaStream Image Capture", 2024); what is not as it should be counts as missing. */
export function abilitiesOf(track: MediaStreamTrack): Abilities {
  const can = (track.getCapabilities?.() ?? {}) as Readonly<Record<string, unknown>>;
  const canPoint = 'pointsOfInterest' in can;
  const zoom = rangeOf(can.zoom);
  return {
    hasTorch: can.torch === true || (Array.isArray(can.torch) && can.torch.includes(true)),
    zoom: zoom && { ...zoom, max: Math.min(zoom.max, Math.max(MOST_ZOOM, zoom.min)) },
    exposure: rangeOf(can.exposureCompensation),
    canFocusAt: canPoint && modesOf(can.focusMode).includes('single-shot'),
    canExposeFor: canPoint && modesOf(can.exposureMode).includes('continuous'),
  };
}

function rangeOf(value: unknown): Range | null {
  const { success, data } = rangeSchema.safeParse(value);
  if (!success || data.max <= data.min) return null;
  const step = data.step && data.step > 0 ? data.step : (data.max - data.min) / 20;
  return { min: data.min, max: data.max, step };
}

function modesOf(value: unknown): readonly string[] {
  const { success, data } = modesSchema.safeParse(value);
  return success ? data : [];
}
