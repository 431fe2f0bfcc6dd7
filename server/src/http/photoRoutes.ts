import { Router } from 'express';
import { idSchema } from '@ravlo/contract';
import type { PacketStore } from '../store/packets';
import type { PhotoFiles } from '../store/photoFiles';
import { parseWith } from './answer';

/** GET /api/photos/:id gives a photo's untouched bytes. */
export function photoRoutes(packets: PacketStore, files: PhotoFiles): Router {
  const router = Router();

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
