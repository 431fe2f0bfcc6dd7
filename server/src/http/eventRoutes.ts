import { Router } from 'express';
import { changeSchema, DESK_EVENT, PACKET_EVENT } from '@ravlo/contract';
import type { MineOf } from './whoUses';

/** ms between signs of life, so that nobody in between takes the line for dead */
const HEARTBEAT = 20_000;

/** GET /api/events: server-sent events, one for whatever changes of the person's packets and of what they see of the class desk, whoever changed it. */
export function eventRoutes(mineOf: MineOf): Router {
  const router = Router();
  router.get('/events', (request, response) => {
    response.set({ 'Content-Type': 'text/event-stream', 'X-Accel-Buffering': 'no' });
    response.flushHeaders();
    response.write('retry: 2000\n\n');
    const end = mineOf(request).changes.listen((change) => {
      const event = 'packetId' in change ? PACKET_EVENT : DESK_EVENT;
      response.write(`event: ${event}\ndata: ${JSON.stringify(changeSchema.parse(change))}\n\n`);
    });
    const heart = setInterval(() => response.write(': here\n\n'), HEARTBEAT);
    response.on('close', () => {
      clearInterval(heart);
      end();
    });
  });
  return router;
}
