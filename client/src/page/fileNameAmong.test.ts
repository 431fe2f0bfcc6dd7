import { fileNameAmong } from './fileNameAmong';

const packet = (name: string, day: number) => ({
  id: `${name} ${day}`,
  name,
  createdAt: `2026-03-0${day}T08:00:00.000Z`,
});

describe('the name of a packet’s file among others', () => {
  const first = packet('Tides', 1);
  const second = packet('tides', 2);
  const third = packet('Tides', 3);

  it('stays with the packet that had it first; later ones get a number', () => {
    const shelf = [third, packet('Not named yet', 1), first, second];
    expect(shelf.map((each) => fileNameAmong(shelf, each))).toEqual([
      'Tides 3',
      'Not named yet',
      'Tides',
      'tides 2',
    ]);
  });

  it('is told from one that another packet has got by its number', () => {
    const clash = packet('Tides 2', 4);
    expect(fileNameAmong([first, second, clash], clash)).toBe('Tides 2 2');
  });
});
