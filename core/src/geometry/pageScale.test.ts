import { acrossPage, FULL_PAGE, pageScale, toPixels } from './pageScale';

it('knows the size of a full page', () => expect(FULL_PAGE).toEqual({ width: 1654, height: 2339 }));

it('scales by the longer side, never up', () => {
  expect(pageScale(FULL_PAGE)).toBe(1);
  expect(pageScale({ width: 2339, height: 1654 })).toBe(1);
  expect(pageScale({ width: 9000, height: 12000 })).toBe(1);
  expect(pageScale({ width: 100, height: 2339 / 4 })).toBe(0.25);
});

it('measures by the shorter side', () => {
  expect(acrossPage(26, FULL_PAGE)).toBe(26);
  expect(acrossPage(26, { width: 4000, height: 827 })).toBe(13);
});

it('makes whole pixels, and never none', () => {
  expect(toPixels(25.4, 72)).toBe(72);
  expect(toPixels(0.01, 20)).toBe(1);
});
