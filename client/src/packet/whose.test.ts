import type { Household } from '@ravlo/contract';
import { getWhose, openWhose, own, ourHeaders } from './whose';

const person = (id: string) => ({
  ...{
    id,
    firstName: 'Imke',
    surname: '',
    studentNumber: '',
    pattern: 'waves' as const,
    hasPin: false,
    email: '',
  },
});
const [first, second] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
const answer = (now: string | null): Household => ({ people: [person(first), person(second)], now });

const serve = (household: Household | null) => {
  globalThis.fetch = jest.fn(async () => {
    if (!household) throw new TypeError('There is no line');
    return { ok: true, json: async () => household } as Response;
  });
};
const before = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = before;
});

describe('a window', () => {
  it('of the household’s first has the plain names, so that what was kept before is found', async () => {
    serve(answer(first));
    await openWhose();
    expect(own('ravlo-outbox')).toBe('ravlo-outbox');
    expect(ourHeaders()).toEqual({ 'ravlo-person': first });
  });

  it('of anybody else has names of their own, and is still theirs where the server cannot be asked', async () => {
    serve(answer(second));
    await openWhose();
    expect(own('ravlo-outbox')).toBe(`ravlo-outbox-${second}`);
    serve(null);
    expect(await openWhose()).toBeNull();
    expect(getWhose()).toEqual({ id: second, keeps: `-${second}` });
  });

  it('is nobody’s before somebody has said who it is: a request says nothing then', async () => {
    serve(answer(null));
    await openWhose();
    expect(ourHeaders()).toEqual({});
  });
});
