import { createPlane } from '../raster/image';
import { paint } from '../../testing/pictures';
import { signedArea, wholeQuad } from '../geometry/quad';
import { borderQuads } from './borderQuads';
import { lineEvidence } from './lineEvidence';
import { runStages } from './runStages';
import { seeStages } from './seePicture';

const [WIDTH, HEIGHT] = [320, 400];

/** Desk above a level line, page below it, to the picture's borders. */
function evidenceOf(cut: number) {
  const picture = paint(WIDTH, HEIGHT, (_x, y) => (y < cut ? 60 : 230));
  const seen = runStages(seeStages(picture));
  const sheet = createPlane(16, 16);
  for (let i = 0; i < 256; i++) sheet.data[i] = (Math.floor(i / 16) + 0.5) / 16 > cut / HEIGHT ? 1 : 0;
  const source = { ...seen, sheet, netSides: seen.map.sides };
  return lineEvidence(source, { angle: Math.PI / 2, offset: cut });
}

it('the whole picture comes first, then the part that the net takes for page', () => {
  const [whole, part] = borderQuads([evidenceOf(120)], { width: WIDTH, height: HEIGHT, count: 5 });
  expect(whole.quad).toEqual(wholeQuad(WIDTH, HEIGHT));
  expect(whole.sides).toEqual([null, null, null, null]);
  expect(signedArea(part.quad)).toBeCloseTo(WIDTH * (HEIGHT - 120), 0);
  expect(part.sides.filter((side) => side !== null)).toHaveLength(1);
  expect(part.sides[0]).not.toBeNull();
});

it('a line at the very border cuts nothing off, and no more are given than asked for', () => {
  const size = { width: WIDTH, height: HEIGHT };
  expect(borderQuads([evidenceOf(6)], { ...size, count: 5 })).toHaveLength(1);
  const many = [90, 120, 150, 180, 210].map(evidenceOf);
  expect(borderQuads(many, { ...size, count: 3 })).toHaveLength(3);
});
