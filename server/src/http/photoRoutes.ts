import { Router } from 'express';
import type { PersonStore } from '../store/personStore';
import type { PhotoFiles } from '../store/photoFiles';
import { idIn } from './answer';

/** GET /api/photos/:id gives a photo's untouched bytes. */
export function photoRoutes({ photos }: PersonStore, files: PhotoFiles): Router {
  const router = Router();

  router.get('/photos/:id', async (request, response) => {
    const photo = await photos.find(idIn(request, 'photo'));
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
