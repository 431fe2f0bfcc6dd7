import { keepText, keptText } from '@/packet/kept';

/** One of a device's cameras, as it is offered. */
export interface Lens {
  readonly deviceId: string;
  readonly name: string;
  readonly side: 'back' | 'front' | 'unknown';
}

const KEY = 'ravlo.lens';

/** Cameras that are several lenses taking turns: the lenses themselves are in the list, too. */
const TURNS = /\b(dual|triple)\b/i;

/**
 * The cameras among a browser's devices, the main back one first. Browsers tell lenses apart by their labels alone, in two habits:
 * in words ("Back Ultra Wide Camera"), or by a number whose least is the main one ("camera2 0, facing back"). Labels of neither
 * habit are shown as they are.
 */
export function lensesAmong(devices: readonly MediaDeviceInfo[]): readonly Lens[] {
  const cameras = devices.filter(({ kind, deviceId }) => kind === 'videoinput' && deviceId !== '');
  const plain = cameras.filter(({ label }) => !TURNS.test(label));
  const told = (plain.length > 0 ? plain : cameras).map((device) => ({ ...tell(device.label), device }));
  told.sort((a, b) => RANK[a.side] - RANK[b.side] || a.order - b.order);
  const used = new Map<string, number>();
  return told.map(({ device, name, side }) => {
    const times = (used.get(name) ?? 0) + 1;
    used.set(name, times);
    return { deviceId: device.deviceId, side, name: times > 1 ? `${name} ${times}` : name };
  });
}

const RANK = { back: 0, unknown: 1, front: 2 } as const;

interface Told {
  readonly name: string;
  readonly side: Lens['side'];
  /** lower is nearer to the main one */
  readonly order: number;
}

function tell(label: string): Told {
  const number = Number(/\bcamera2? (\d+)/i.exec(label)?.[1] ?? 0);
  if (/\bfront\b/i.test(label)) return { name: 'Front', side: 'front', order: number };
  if (!/\bback\b/i.test(label)) return { name: label.slice(0, 24) || 'Camera', side: 'unknown', order: 0 };
  if (/ultra.?wide/i.test(label)) return { name: 'Wide', side: 'back', order: 500 };
  if (/\btele/i.test(label)) return { name: 'Far', side: 'back', order: 600 };
  return { name: 'Main', side: 'back', order: number };
}

/**
 * The camera to open in the place of the one that the browser has opened; null where that is the one.
 *
 * @param remembered the one that the person chose here before
 */
export function betterLens(
  lenses: readonly Lens[],
  opened: string | undefined,
  remembered: string | null,
): Lens | null {
  const chosen = lenses.find(({ deviceId }) => deviceId === remembered);
  const main = lenses[0]?.side === 'back' ? lenses[0] : undefined;
  const best = chosen ?? main;
  return best && best.deviceId !== opened ? best : null;
}

export function rememberedLens(): string | null {
  return keptText(KEY);
}

export function rememberLens(deviceId: string): void {
  // Where it is not kept it holds for this visit.
  keepText(KEY, deviceId);
}
