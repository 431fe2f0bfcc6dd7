import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { PROBLEM_MEDIA_TYPE } from '@ravlo/contract';
import { ProblemError, storageFull } from '../problems';

/** Turns whatever was thrown into an RFC 9457 answer; what nobody foresaw is logged and told as such. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = toProblemError(error);
    if (problem.kind === 'broken') log.error({ err: error }, 'unforeseen error');
    const body = problem.toProblem();
    response.status(body.status).type(PROBLEM_MEDIA_TYPE).send(JSON.stringify(body));
  };
}

/** An address under /api that leads nowhere. */
export const noSuchRoute: RequestHandler = () => {
  throw new ProblemError('not-found', 'Ravlo has nothing at this address.');
};

/** Whatever was thrown, as the problem that it is told as. */
export function toProblemError(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (hasProperty(error, 'code') && (error.code === 'ENOSPC' || error.code === 'EDQUOT'))
    return storageFull();
  if (error instanceof Error && /SQLITE_FULL/.test(error.message)) return storageFull();
  if (hasProperty(error, 'status') && typeof error.status === 'number' && error.status < 500) {
    return new ProblemError('bad-request', 'The request could not be read.');
  }
  return new ProblemError(
    'broken',
    'Something broke on our side. What was saved before is safe. Try again in a moment.',
  );
}

function hasProperty<K extends string>(value: unknown, key: K): value is Record<K, unknown> {
  return typeof value === 'object' && value !== null && key in value;
}
