import {
  createRgba,
  develop,
  isConvex,
  PAGE_DPI,
  shrinkToFit,
  type Quad,
  type Recipe,
  type Rgba,
} from '@ravlo/core';
import type { DecodedPhoto } from './codec';
import { createTools, type PhotoSource } from './tools';

const [WIDTH, HEIGHT] = [300, 400];
/** A light sheet with lines of writing on a dark desk. */
function photo(): Rgba {
  const image = createRgba(WIDTH, HEIGHT);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const isSheet = x > 50 && x < 250 && y > 60 && y < 343;
      const isInk =
        isSheet && x > 75 && x < 210 && y > 90 && y < 240 && (y - 90) % 24 < 9 && (x * 7) % 11 < 3;
      const level = isInk ? 50 : isSheet ? 225 : 60;
      image.data.set([level, level, level, 255], (y * WIDTH + x) * 4);
    }
  }
  return image;
}

const source = (key: string): PhotoSource => ({ key, from: `/api/photos/${key}` });
const whole: Recipe = { outline: null, turn: 0, look: 'daylight' };

/** A browser's codec that opens one photo, and codes a picture as its size. */
function fakeCodec(scale = 1) {
  const image = photo();
  return {
    decode: jest.fn(async (): Promise<DecodedPhoto> => ({ image, scale })),
    encodeJpeg: jest.fn(
      async ({ width, height }: Rgba) =>
        ({ size: width * height, arrayBuffer: async () => new ArrayBuffer(3) }) as Blob,
    ),
    encodePdfJpeg: jest.fn((_image: Rgba, _quality: number) => new Uint8Array(3)),
  };
}

describe('the darkroom’s worker', () => {
  it('decodes a photo once for all that is shown of it', async () => {
    const codec = fakeCodec();
    const tools = createTools(codec);
    const { found, picture, checked } = await tools.lookInto(source('a'), 'daylight', 200);
    expect(codec.decode).toHaveBeenCalledTimes(1);
    expect(found.corners && isConvex(found.corners)).toBe(true);
    const [[left, top]] = found.corners as Quad;
    expect(Math.hypot(left - 51, top - 61)).toBeLessThan(4);
    expect(Math.max(picture.width, picture.height)).toBeLessThanOrEqual(200);
    expect(picture.size.height).toBeGreaterThan(picture.size.width);
    expect(checked.isLandscape).toBe(false);
    expect(checked.signature.length).toBeGreaterThan(100);
    expect(['reads-well', 'hard-to-read', 'take-again']).toContain(checked.verdict.word);
  });

  it('judges a page as it was found, so that nobody has to judge it again', async () => {
    const tools = createTools(fakeCodec());
    const { found, checked } = await tools.lookInto(source('a'), 'pen', 200);
    const recipe: Recipe = { outline: found.corners, bows: found.bows, turn: found.turn, look: 'pen' };
    expect(await tools.check(source('a'), recipe)).toEqual(checked);
  });

  it('keeps the photo worked on last, and opens the next', async () => {
    const codec = fakeCodec();
    const tools = createTools(codec);
    await tools.find(source('a'));
    await tools.picture(source('a'), whole, 100, true);
    await tools.edges(source('a'));
    expect(codec.decode).toHaveBeenCalledTimes(1);
    await tools.find(source('b'));
    await tools.find(source('a'));
    expect(codec.decode).toHaveBeenCalledTimes(3);
  });

  it('says where things are in pixels of the photo, also where it was decoded smaller', async () => {
    const [plain, halved] = [createTools(fakeCodec()), createTools(fakeCodec(2))];
    const at = (await plain.find(source('a'))).corners as Quad;
    const twice = (await halved.find(source('a'))).corners as Quad;
    at.forEach(([x, y], i) => {
      expect(twice[i][0]).toBeCloseTo(2 * x);
      expect(twice[i][1]).toBeCloseTo(2 * y);
    });
    const edges = [await plain.edges(source('a')), await halved.edges(source('a'))];
    expect(edges[1].scale).toBeCloseTo(2 * edges[0].scale);
    // A recipe in photo pixels cuts the same sheet out of the smaller image.
    const recipe = (outline: Quad): Recipe => ({ ...whole, outline });
    const pages = [
      await plain.check(source('a'), recipe(at)),
      await halved.check(source('a'), recipe(twice)),
    ];
    expect(pages[1].signature).toEqual(pages[0].signature);
  });

  it('shows at a glance the very page of the PDF, made small', async () => {
    const codec = fakeCodec();
    await createTools(codec).picture(source('a'), whole, 200, false);
    const [[shown]] = codec.encodeJpeg.mock.calls;
    const page = shrinkToFit(develop(photo(), whole, { dpi: PAGE_DPI }).image, 200);
    expect([shown.width, shown.height]).toEqual([page.width, page.height]);
    expect(Buffer.from(shown.data.buffer).equals(Buffer.from(page.data.buffer))).toBe(true);
  });

  it('develops the page in full for the PDF, in layers where the look takes it apart', async () => {
    const codec = fakeCodec();
    const { coded, size } = await createTools(codec).pdfPage(source('a'), whole);
    expect(Math.max(coded.width, coded.height)).toBeGreaterThan(2000);
    expect(size.width).toBeGreaterThan(100);
    expect(coded.stencils.length).toBeGreaterThan(0);
  });

  it('codes a page that is shown as it was shot as one JPEG', async () => {
    const codec = fakeCodec();
    const { coded } = await createTools(codec).pdfPage(source('a'), { ...whole, look: 'as-shot' });
    expect(coded).toMatchObject({ stencils: [], pictures: [{ left: 0, top: 0, width: coded.width }] });
    const [[developed]] = codec.encodePdfJpeg.mock.calls;
    expect([developed.width, developed.height]).toEqual([coded.width, coded.height]);
  });

  it('tells whoever asks that a photo cannot be opened, and opens it when it can', async () => {
    const codec = fakeCodec();
    codec.decode.mockRejectedValueOnce(new Error('The photo could not be fetched (404)'));
    const tools = createTools(codec);
    await expect(tools.find(source('a'))).rejects.toThrow(/404/);
    expect((await tools.find(source('a'))).corners).not.toBeNull();
  });
});
