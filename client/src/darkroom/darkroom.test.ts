import type { Remote } from 'comlink';
import { FRESH_RECIPE, type Recipe } from '@ravlo/contract';
import { fakePage, shaOf } from '../../test/fakes';
import { createDarkroom, TILE_SIDE } from './darkroom';
import type { FoundSheet } from '@ravlo/words';
import type { DarkroomTools, PhotoSource, Picture } from './worker/tools';

const { photo } = fakePage(1);
const corners = [
  [1, 2],
  [90, 3],
  [91, 120],
  [2, 119],
] as const;
const ALONE = { isThroughWriting: false, isTurnUnsure: false, further: [], spread: null };
const found: FoundSheet = { corners, bows: null, confidence: 0.9, isAllSheet: false, turn: 180, ...ALONE };
const picture: Picture = {
  blob: new Blob(['a tile']),
  width: 400,
  height: 560,
  size: { width: 210, height: 297 },
};
const checked = {
  verdict: { word: 'reads-well', legibility: 0.9, reasons: [] },
  signature: [],
  isLandscape: false,
} as const;
const expected: Recipe = {
  ...FRESH_RECIPE,
  outline: { by: 'finder', corners: corners.map((c) => [...c]) as never, confidence: 0.9 },
  turn: 180,
};

function open() {
  const tools = {
    lookInto: jest.fn(async (_source: PhotoSource) => ({ found, picture, checked })),
    find: jest.fn(async (_source: PhotoSource) => found),
    picture: jest.fn(async (_source: PhotoSource) => picture),
    check: jest.fn(async (_source: PhotoSource) => checked),
  };
  const darkroom = createDarkroom({
    pictures: 'ravlo-pictures',
    makeWorker: () => ({ tools: tools as unknown as Remote<DarkroomTools>, onBroken: () => undefined }),
  });
  return { darkroom, tools };
}

describe('the darkroom', () => {
  it('makes the tile of a photo that comes in, and does not make it again when its page is shown', async () => {
    const { darkroom, tools } = open();
    darkroom.hold(shaOf(21), new Blob(['photo']));
    const look = await darkroom.lookInto({ sha256: shaOf(21) }, 'daylight');
    expect(look.found).toEqual({ outline: expected.outline, turn: 180 });
    const shown = await darkroom.picture({ ...photo, sha256: shaOf(21) }, expected, TILE_SIDE);
    expect(shown.width).toBe(400);
    expect(tools.picture).not.toHaveBeenCalled();
  });

  it('develops what it has no picture of, once', async () => {
    const { darkroom, tools } = open();
    const page = { ...photo, sha256: shaOf(22) };
    for (let i = 0; i < 2; i++) await darkroom.picture(page, { ...expected, look: 'pen' }, TILE_SIDE);
    expect(tools.picture).toHaveBeenCalledTimes(1);
    // What is shown for a moment is not kept.
    for (let i = 0; i < 2; i++) await darkroom.picture(page, expected, 520, { isQuick: true });
    expect(tools.picture).toHaveBeenCalledTimes(3);
  });

  it('opens a photo from its bytes where they are in hand, and fetches it where they are not', async () => {
    const { darkroom, tools } = open();
    await darkroom.find(photo);
    const bytes = new Blob(['photo']);
    darkroom.hold(photo.sha256, bytes);
    await darkroom.find(photo);
    expect(tools.find.mock.calls.map(([{ from }]) => from)).toEqual([`/api/photos/${photo.id}`, bytes]);
    expect(darkroom.bytesOf(photo.sha256)).toBe(bytes);
  });

  it('fetches a photo whose file was moved since it was chosen', async () => {
    const { darkroom, tools } = open();
    darkroom.hold(photo.sha256, new Blob(['photo']));
    tools.find.mockRejectedValueOnce(new DOMException('The file could not be read', 'NotReadableError'));
    expect((await darkroom.find(photo)).turn).toBe(180);
    expect(tools.find.mock.lastCall?.[0].from).toBe(`/api/photos/${photo.id}`);
    expect(darkroom.bytesOf(photo.sha256)).toBeUndefined();
  });

  it('says so where a photo that is no page yet cannot be opened', async () => {
    const { darkroom, tools } = open();
    darkroom.hold(shaOf(23), new Blob(['photo']));
    tools.lookInto.mockRejectedValue(new Error('It is no photo'));
    await expect(darkroom.lookInto({ sha256: shaOf(23) }, 'pen')).rejects.toThrow('It is no photo');
  });

  it('says why there is nothing to cut out', async () => {
    const { darkroom, tools } = open();
    for (const [isAllSheet, reason] of [
      [true, 'all-sheet'],
      [false, 'none-found'],
    ] as const) {
      tools.find.mockResolvedValueOnce({ ...found, corners: null, isAllSheet });
      expect((await darkroom.find(photo)).outline).toEqual({ by: 'whole', reason });
    }
  });
});
