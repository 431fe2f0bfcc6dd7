import type { RequestHandler } from 'express';
import { TALK_HEADER } from '@ravlo/contract';
import { ProblemError } from '../problems';

/**
 * Says in every answer which contract this Ravlo was built with, and changes nothing for a page that was built with another.
 *
 * @param talk a hash of the contract; empty where nothing is compared
 */
export function sameTalk(talk: string): RequestHandler {
  return (request, response, next) => {
    if (talk) response.set(TALK_HEADER, talk);
    const theirs = request.get(TALK_HEADER);
    const isOther = Boolean(talk && theirs && theirs !== talk);
    if (isOther && request.method !== 'GET' && request.method !== 'HEAD')
      throw new ProblemError(
        'other-version',
        'Ravlo was renewed since this page was opened. Open it anew; what you did is kept and goes up then.',
      );
    next();
  };
}
