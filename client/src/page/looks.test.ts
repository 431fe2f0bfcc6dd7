import { lookSchema } from '@ravlo/contract';
import { LOOKS } from './looks';

it('offers every look once, each under a name of its own', () => {
  expect(LOOKS.map(({ value }) => value).sort()).toEqual([...lookSchema.options].sort());
  expect(new Set(LOOKS.map(({ label }) => label)).size).toBe(LOOKS.length);
});
