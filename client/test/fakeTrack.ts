/** A camera's track as a phone has it: what it can, what it was told, and whether it obeys. */
export interface FakeTrack {
  readonly track: MediaStreamTrack;
  /** every set of constraints that it was asked for, in order */
  readonly asked: Readonly<Record<string, unknown>>[];
  /** from now on it refuses, as a camera does whose lamp is too hot */
  refuse(): void;
}

export function fakeTrack(capabilities: object, settings: object = {}): FakeTrack {
  const asked: Record<string, unknown>[] = [];
  let refuses = false;
  let busy = false;
  const track = {
    getCapabilities: () => capabilities,
    getSettings: () => settings,
    async applyConstraints({ advanced }: { advanced: Record<string, unknown>[] }) {
      if (busy) throw new Error('It was asked while it was still at the last');
      busy = true;
      await new Promise((resolve) => setTimeout(resolve, 2));
      busy = false;
      if (refuses) throw new Error('OverconstrainedError');
      asked.push(advanced[0]);
    },
  };
  return { track: track as unknown as MediaStreamTrack, asked, refuse: () => (refuses = true) };
}

/** What a phone's main camera says of itself. */
export const PHONE_CAMERA = {
  torch: true,
  zoom: { min: 1, max: 10, step: 0.1 },
  focusMode: ['manual', 'single-shot', 'continuous'],
  exposureMode: ['manual', 'continuous'],
  exposureCompensation: { min: -2, max: 2, step: 1 / 6 },
  pointsOfInterest: [],
};
