import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { Router, type RequestHandler } from 'express';
import { NodeRequest } from 'srvx/node';
import { MOST_PHOTO_BYTES, pageSchema, PROBLEM_MEDIA_TYPE, uploadFactsSchema } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { Belongings } from '../people/belongings';
import { parseWith } from './answer';
import { assertDiskRoom } from './diskRoom';
import { toProblemError } from './problemHandler';
import type { MineOf } from './whoUses';

/**
 * /api/uploads takes photos in by the tus protocol (https://tus.io): what breaks off in the middle goes on
 * where it stopped, also after a restart. The answer to the last bytes is the page that the photo has become.
 */
export function uploadRoutes(mineOf: MineOf): Router {
  /** Each person's uploads lie in a folder of their own: those of others are not there. */
  const opened = new Map<string, Server>();

  const handle: RequestHandler = async (request, response) => {
    const mine = mineOf(request);
    const tus = opened.get(mine.personId) ?? tusFor(mine);
    opened.set(mine.personId, tus);
    const result = await tus.handleWeb(new NodeRequest({ req: request, res: response }));
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
  router.post('/uploads', handle);
  router.route('/uploads/:id').head(handle).patch(handle).delete(handle);
  return router;
}

function tusFor({ store: { pages }, arrivals, uploads }: Belongings): Server {
  return new Server({
    path: '/api/uploads',
    datastore: new FileStore({ directory: uploads }),
    maxSize: MOST_PHOTO_BYTES,
    relativeLocation: true,
    allowedOrigins: [],
    async onUploadCreate(_request, upload) {
      const { packetId, replaces } = parseWith(uploadFactsSchema, upload.metadata);
      await pages.assertPlace(packetId, replaces);
      await assertDiskRoom(uploads, upload.size ?? 0);
      return {};
    },
    async onUploadFinish(_request, upload) {
      const { page, isNew } = await arrivals.finish(upload.id);
      return { status_code: isNew ? 201 : 200, body: JSON.stringify(pageSchema.parse(page)) };
    },
    async onResponseError(_request, error) {
      const problem = error instanceof Error ? error : await toldByTus(error, uploads);
      const { status } = toProblemError(problem).toProblem();
      return { status_code: status, body: JSON.stringify(toProblemError(problem).toProblem()) };
    },
  });
}

/** tus tells its own errors as plain objects, without what lay behind them. */
async function toldByTus({ status_code: status }: { status_code: number }, dir: string): Promise<Error> {
  if (status === 413) return new ProblemError('photo-too-big', tooBig());
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
    (await assertDiskRoom(dir, 0).catch((error: unknown) => error as Error)) ?? new Error('An upload broke')
  );
}

const tooBig = () =>
  `This photo is larger than ${MOST_PHOTO_BYTES / 1024 / 1024} MB. Set the camera to a smaller size and take it again.`;
