import { Router } from 'express';
import { CHANGE_EVENT, packetChangeSchema } from '@ravlo/contract';
import type { MineOf } from './whoUses';

/** ms between signs of life, so that nobody in between takes the line for dead */
const HEARTBEAT = 20_000;

/** GET /api/events: server-sent events, one for every packet of the person that changes, whoever changed it. */
export function eventRoutes(mineOf: MineOf): Router {
  const router = Router();
  router.get('/events', (request, response) => {
    response.set({ 'Content-Type': 'text/event-stream', 'X-Accel-Buffering': 'no' });
    response.flushHeaders();
    response.write('retry: 2000\n\n');
    const end = mineOf(request).changes.listen((change) => {
      response.write(`event: ${CHANGE_EVENT}\ndata: ${JSON.stringify(packetChangeSchema.parse(change))}\n\n`);
    });
    const heart = setInterval(() => response.write(': here\n\n'), HEARTBEAT);
    response.on('close', () => {
      clearInterval(heart);
      end();
    });
  });
  return router;
}
