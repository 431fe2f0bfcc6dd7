import { rm } from 'node:fs/promises';
import { Router } from 'express';
import multer from 'multer';
import { addPageFields, idSchema, MOST_PHOTO_BYTES, pageAnswer } from '@ravlo/contract';
import { ProblemError } from '../problems';
import { inspectPhoto } from '../store/inspectPhoto';
import type { PacketStore } from '../store/packets';
import type { PhotoFiles } from '../store/photoFiles';
import { answer, parseWith } from './answer';

/** POST /api/packets/:id/pages takes a photo in; GET /api/photos/:id gives its untouched bytes. */
export function photoRoutes(packets: PacketStore, files: PhotoFiles): Router {
  const router = Router();
  const upload = multer({
    dest: files.incoming,
    limits: { fileSize: MOST_PHOTO_BYTES, files: 1, fields: 4, fieldSize: 1024 },
  });

  router.post('/packets/:id/pages', upload.single('photo'), async (request, response) => {
    const { file } = request;
    if (!file) throw new ProblemError('photo-missing', 'No photo came with the request.');
    try {
      const packetId = parseWith(idSchema, request.params.id);
      const { clientKey } = parseWith(addPageFields, request.body);
      const known = await packets.findByClientKey(packetId, clientKey);
      if (known) {
        answer(response, pageAnswer, known);
        return;
      }
      const photoName = readName(file.originalname);
      const facts = await inspectPhoto(file.path, photoName);
      const sha256 = await files.keep(file.path);
      const page = await packets.addPage(packetId, { photo: { ...facts, sha256 }, photoName, clientKey });
      answer(response, pageAnswer, page, 201);
    } finally {
      // Gone already when it was kept.
      await rm(file.path, { force: true });
    }
  });

  router.get('/photos/:id', async (request, response) => {
    const photo = await packets.photo(parseWith(idSchema, request.params.id));
    response.set({
      'Content-Type': photo.mime,
      'Cache-Control': 'private, max-age=31536000, immutable',
      'Content-Disposition': 'inline',
    });
    await new Promise<void>((resolve, reject) => {
      response.sendFile(files.pathOf(photo.sha256), { dotfiles: 'allow', cacheControl: false }, (error) => {
        // A reader that went away in the middle is no trouble of ours.
        if (error && !response.headersSent) reject(error);
        else resolve();
      });
    });
  });

  return router;
}

/** Browsers send file names as UTF-8; multer reads them as Latin-1. */
function readName(name: string): string {
  return Buffer.from(name, 'latin1').toString('utf8') || 'photo';
}
