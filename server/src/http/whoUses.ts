import type { Request, RequestHandler } from 'express';
import { parse, serialize } from 'cookie';
import { PERSON_HEADER } from '@ravlo/contract';
import type { Belongings, BelongingsOf } from '../people/belongings';
import type { Household } from '../people/household';
import { ProblemError } from '../problems';

const SEAT_COOKIE = 'ravlo_seat';
const SEAT_LASTS = 90 * 24 * 3600;

/** Gives a request the things of the person whom it comes from. */
export type MineOf = (request: Request) => Belongings;

export interface WhoUsesParts {
  readonly household: Pick<Household, 'at'>;
  readonly belongingsOf: BelongingsOf;
  /** whose Ravlo it is while a browser has not said who uses it; null where it must be said */
  readonly usual: () => Promise<string | null>;
}

/** Who sits at the browser that asks. */
export function createWhoUses({ household, belongingsOf, usual }: WhoUsesParts) {
  const known = new WeakMap<Request, Belongings>();

  async function personOf(request: Request): Promise<string | null> {
    const secret = seatOf(request);
    return (secret && (await household.at(secret))) ?? (await usual());
  }

  /** From here on every request has a person; one that comes from the window of another is refused. */
  const onlySomebody: RequestHandler = async (request, _response, next) => {
    const personId = await personOf(request);
    if (!personId) throw new ProblemError('nobody-chosen', 'Say first who is using Ravlo. Nothing is lost.');
    const meant = request.get(PERSON_HEADER);
    if (meant !== undefined && meant !== personId)
      throw new ProblemError(
        'another-person',
        'Somebody else is using Ravlo in this browser now. What you did is kept, and goes up when it is you again.',
      );
    known.set(request, await belongingsOf(personId));
    next();
  };

  const mineOf: MineOf = (request) => {
    const mine = known.get(request);
    if (!mine) throw new Error('A route without a person asked for a person’s things');
    return mine;
  };

  return { personOf, onlySomebody, mineOf };
}

export const seatOf = (request: Request): string | undefined =>
  parse(request.headers.cookie ?? '')[SEAT_COOKIE];

/** The cookie that a browser shows from now on; without a secret, the one that ends it. */
export const seatCookie = (secret: string | null, secure: boolean): string =>
  serialize(SEAT_COOKIE, secret ?? '', {
    ...{ httpOnly: true, sameSite: 'lax', path: '/', secure },
    maxAge: secret === null ? 0 : SEAT_LASTS,
  });
