import type { Response } from 'express';
import type { HandedFile } from '../desk/handedFileOf';

/** Gives a file to be kept, never to be run in the app's own name. */
export function sendFile(response: Response, { place, name }: HandedFile): Promise<void> {
  response.attachment(name);
  return new Promise((resolve, reject) => {
    response.sendFile(place, { dotfiles: 'allow' }, (error) => {
      // A reader that went away in the middle is no trouble of ours.
      if (error && !response.headersSent) reject(error);
      else resolve();
    });
  });
}
