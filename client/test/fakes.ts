import { FRESH_FACTS, FRESH_RECIPE, type OpenPacket, type Page, type Problem } from '@ravlo/contract';

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** A hash like that of a photo's bytes. */
export const shaOf = (n: number) => n.toString(16).padStart(64, '0');

/** A page as the server would send it. */
export function fakePage(n: number, change: Partial<Page> = {}): Page {
  return {
    id: id(n),
    packetId: id(900),
    photo: {
      id: id(100 + n),
      width: 3000,
      height: 4000,
      bytes: 700_000,
      mime: 'image/jpeg',
      sha256: shaOf(n),
    },
    photoName: `sheet-${n}.jpg`,
    takenAt: new Date(Date.UTC(2026, 0, 5, 18, n)).toISOString(),
    recipe: FRESH_RECIPE,
    version: 1,
    ...change,
  };
}

/** A packet with these pages as the server would send it. */
export const fakePacket = (pages: readonly Page[], change: Partial<OpenPacket> = {}): OpenPacket => ({
  ...FRESH_FACTS,
  id: id(900),
  name: 'Tides',
  pageCount: pages.length,
  createdAt: '2026-01-05T18:00:00.000Z',
  changedAt: '2026-01-05T18:00:00.000Z',
  pages: [...pages],
  unreadable: 0,
  ...change,
});

/** A problem as the server would send it. */
export function fakeProblem(kind: string, status: number, change: Partial<Problem> = {}): Problem {
  return {
    type: `/problems/${kind}` as Problem['type'],
    title: kind,
    status,
    detail: `It is ${kind}.`,
    ...change,
  };
}
