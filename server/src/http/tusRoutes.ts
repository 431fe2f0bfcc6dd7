import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { Router, type RequestHandler } from 'express';
import { NodeRequest } from 'srvx/node';
import { PROBLEM_MEDIA_TYPE } from '@ravlo/contract';
import type { Belongings } from '../people/belongings';
import { ProblemError } from '../problems';
import { BreakingStore } from './breakingStore';
import { assertDiskRoom } from './diskRoom';
import { toProblemError } from './problemHandler';
import type { MineOf } from './whoUses';

export interface TusParts {
  /** below /api */
  readonly path: string;
  readonly mostBytes: number;
  /** what a person hears when it is more */
  readonly tooBig: () => ProblemError;
  /** where a person's uploads lie: those of others are not there */
  readonly folderOf: (mine: Belongings) => string;
  /** the share of the bytes after which an upload breaks off, for practice; null where it does not @default never */
  readonly breaksAt?: () => number | null;
  /** @throws ProblemError before a byte has come in, where they are of no use */
  readonly onBegin: (mine: Belongings, metadata: unknown) => Promise<void>;
  /** @returns the answer to the last bytes */
  readonly onWhole: (mine: Belongings, upload: { id: string; metadata: unknown }) => Promise<TusAnswer>;
}

export interface TusAnswer {
  readonly status: number;
  /** what is said in JSON; nothing where it is left out */
  readonly body?: unknown;
}

/** Uploads by the tus protocol (https://tus.io): what breaks off in the middle goes on where it stopped, also after a restart. */
export function tusRoutes(mineOf: MineOf, parts: TusParts): Router {
  const opened = new Map<string, Server>();

  const handle: RequestHandler = async (request, response) => {
    const mine = mineOf(request);
    const tus = opened.get(mine.personId) ?? serverFor(mine, parts);
    opened.set(mine.personId, tus);
    const result = await tus.handleWeb(new NodeRequest({ req: request, res: response }));
    if (result.status >= 500 && parts.breaksAt?.()) {
      request.socket.destroy();
      return;
    }
    for (const [name, value] of result.headers) {
      if (!/^(content-|access-control-)/.test(name)) response.setHeader(name, value);
    }
    const body = await result.text();
    if (result.status >= 400) {
      const problem: unknown = body.startsWith('{') ? JSON.parse(body) : null;
      if (problem) response.status(result.status).type(PROBLEM_MEDIA_TYPE).send(problem);
      else throw new ProblemError('bad-request', 'The upload could not be understood.');
      return;
    }
    response.status(result.status);
    if (body) response.type('application/json').send(body);
    else response.end();
  };

  const router = Router();
  router.post(`/${parts.path}`, handle);
  router.route(`/${parts.path}/:id`).head(handle).patch(handle).delete(handle);
  return router;
}

function serverFor(mine: Belongings, parts: TusParts): Server {
  const folder = parts.folderOf(mine);
  return new Server({
    path: `/api/${parts.path}`,
    datastore: parts.breaksAt
      ? new BreakingStore(folder, parts.breaksAt)
      : new FileStore({ directory: folder }),
    maxSize: parts.mostBytes,
    relativeLocation: true,
    allowedOrigins: [],
    async onUploadCreate(_request, upload) {
      await parts.onBegin(mine, upload.metadata);
      await assertDiskRoom(folder, upload.size ?? 0);
      return {};
    },
    async onUploadFinish(_request, upload) {
      const { status, body } = await parts.onWhole(mine, { id: upload.id, metadata: upload.metadata });
      return { status_code: status, body: body === undefined ? '' : JSON.stringify(body) };
    },
    async onResponseError(_request, error) {
      const problem = error instanceof Error ? error : await toldByTus(error, folder, parts.tooBig);
      const told = toProblemError(problem).toProblem();
      return { status_code: told.status, body: JSON.stringify(told) };
    },
  });
}

/** tus tells its own errors as plain objects, without what lay behind them. */
async function toldByTus(
  { status_code: status }: { status_code: number },
  folder: string,
  tooBig: () => ProblemError,
): Promise<Error> {
  if (status === 413) return tooBig();
  if (status === 404 || status === 410) {
    return new ProblemError('upload-gone', 'This upload is not here any more. It is begun anew.');
  }
  if (status === 409 || status === 423) {
    return new ProblemError(
      'upload-out-of-step',
      'Ravlo has got to another place in this upload. Asked how far it is, it goes on.',
    );
  }
  if (status < 500) return new ProblemError('bad-request', 'The upload could not be understood.');
  return (
    (await assertDiskRoom(folder, 0).catch((error: unknown) => error as Error)) ??
    new Error('An upload broke')
  );
}
