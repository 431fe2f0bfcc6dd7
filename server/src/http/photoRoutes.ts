import { Router } from 'express';
import type { PhotoFiles } from '../store/photoFiles';
import { idIn } from './answer';
import type { MineOf } from './whoUses';

/** GET /api/photos/:id gives a photo's untouched bytes. */
export function photoRoutes(mineOf: MineOf, files: PhotoFiles): Router {
  const router = Router();

  router.get('/photos/:id', async (request, response) => {
    const photo = await mineOf(request).store.photos.find(idIn(request, 'photo'));
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
