import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import express, { Router } from 'express';

/** Which contract the exported client was built with; empty where it does not say. */
export function readTalk(dir: string): string {
  const page = path.join(dir, 'index.html');
  if (!existsSync(page)) return '';
  return /<meta name="ravlo-talk" content="(\w*)"/.exec(readFileSync(page, 'utf8'))?.[1] ?? '';
}

/** The exported client: files whose name carries a hash are kept for ever, the rest is asked for anew. */
export function clientFiles(dir: string): Router {
  const router = Router();
  router.use(
    '/_expo/static',
    express.static(path.join(dir, '_expo/static'), { immutable: true, maxAge: '365d', index: false }),
  );
  router.use(
    express.static(dir, {
      index: false,
      setHeaders: (response) => response.set('Cache-Control', 'no-cache'),
    }),
  );
  router.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(path.join(dir, 'index.html'));
  });
  return router;
}
