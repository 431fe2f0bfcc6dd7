import type { ErrorRequestHandler, RequestHandler } from 'express';
import { MulterError } from 'multer';
import type { Logger } from 'pino';
import { MOST_PHOTO_BYTES, PROBLEM_MEDIA_TYPE } from '@ravlo/contract';
import { ProblemError } from '../problems';

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

function toProblemError(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof MulterError) {
    return error.code === 'LIMIT_FILE_SIZE'
      ? new ProblemError(
          'photo-too-big',
          `This photo is larger than ${MOST_PHOTO_BYTES / 1024 / 1024} MB. Set the camera to a smaller size and take it again.`,
        )
      : new ProblemError(
          'bad-request',
          `The photo did not come in as one file named “photo” (${error.code}).`,
        );
  }
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

function storageFull(): ProblemError {
  return new ProblemError(
    'storage-full',
    'There is no room left where Ravlo keeps the photos, so this was not saved. Everything saved before is safe.',
  );
}

function hasProperty<K extends string>(value: unknown, key: K): value is Record<K, unknown> {
  return typeof value === 'object' && value !== null && key in value;
}
