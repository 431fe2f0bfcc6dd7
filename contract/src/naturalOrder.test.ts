import { inNaturalOrder } from './naturalOrder';

const order = (...list: string[]) => inNaturalOrder(list.map((name) => ({ name }))).map(({ name }) => name);

it('counts as people do', () => {
  expect(order('page 10.jpg', 'page 2.jpg', 'Page 1.jpg')).toEqual([
    'Page 1.jpg',
    'page 2.jpg',
    'page 10.jpg',
  ]);
  expect(order('b.jpg', 'a (2).jpg', 'a.jpg', 'a (10).jpg')).toEqual([
    'a (2).jpg',
    'a (10).jpg',
    'a.jpg',
    'b.jpg',
  ]);
});

it('leaves files of one name as they came', () => {
  const files = [
    { name: 'x', id: 1 },
    { name: 'x', id: 2 },
  ];
  expect(inNaturalOrder(files)).toEqual(files);
});
