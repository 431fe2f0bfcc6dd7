import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { fileName, MOST_ARCHIVE_BYTES, openPacketSchema } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { PhotoFiles } from '../store/photoFiles';
import { answer, idIn } from './answer';
import { bounded } from './bounded';
import { assertDiskRoom } from './diskRoom';
import type { MineOf } from './whoUses';

/**
 * GET /api/packets/:id/archive gives a packet as a Ravlo archive; POST /api/archives (a zip as the body) makes a packet of
 * one, all or nothing.
 */
export function archiveRoutes(mineOf: MineOf, files: PhotoFiles): Router {
  const router = Router();

  router.get('/packets/:id/archive', async (request, response) => {
    const { name, zip } = await mineOf(request).archives.pack(idIn(request, 'packet'));
    response.attachment(`${fileName(name)}.zip`);
    response.type('application/zip');
    await pipeline(zip, response).catch((error: NodeJS.ErrnoException) => {
      // A reader that went away in the middle is no trouble of ours; one that is still there sees it break off.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  });

  router.post('/archives', async (request, response) => {
    const length = Number(request.headers['content-length'] ?? 0);
    if (length > MOST_ARCHIVE_BYTES) throw tooBig();
    // Once as it comes in, once unpacked.
    await assertDiskRoom(files.incoming, 2 * length);
    const file = path.join(files.incoming, `${randomUUID()}.zip`);
    try {
      await pipeline(request, bounded(MOST_ARCHIVE_BYTES, tooBig), createWriteStream(file, { flags: 'wx' }));
      answer(response, openPacketSchema, await mineOf(request).archives.unpack(file), 201);
    } finally {
      await rm(file, { force: true });
    }
  });

  return router;
}

const tooBig = () =>
  new ProblemError(
    'archive-too-big',
    'This archive holds more than one packet can. Nothing was taken from it.',
  );
