import { packetDay, stampWords } from './stampWords';

it('stamps say the name, the day in words, and which page of how many', () => {
  expect(stampWords('Imke Tarn', 1, 5, new Date(2026, 2, 9))).toEqual({
    name: 'Imke Tarn',
    date: '9 March 2026',
    page: 'page 2 of 5',
  });
});

it('the day of a packet is that of its newest photo, whatever the order of its pages', () => {
  const takenAt = ['2026-03-09T10:00:00.000Z', '2026-03-11T10:00:00.000Z', '2026-03-10T10:00:00.000Z'];
  expect(packetDay(takenAt.map((each) => ({ takenAt: each }))).toISOString()).toBe(takenAt[1]);
});
