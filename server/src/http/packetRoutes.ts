import { Router, type Request } from 'express';
import {
  arrangedSchema,
  arrangeSchema,
  givePacketSchema,
  newPacketSchema,
  openPacketSchema,
  type Shelf,
  UNNAMED,
} from '@ravlo/contract';
import type { BelongingsOf } from '../people/belongings';
import { answer, idIn, parseWith } from './answer';
import type { MineOf } from './whoUses';

/** /api/packets: the shelf, and what lies in each packet. */
export function packetRoutes(mineOf: MineOf, belongingsOf: BelongingsOf): Router {
  const router = Router();
  const packetsOf = (request: Request) => mineOf(request).store.packets;

  router.get('/', async (request, response) => {
    // Every row has been held against the contract by itself: those that make no sense are left out.
    response.json((await packetsOf(request).shelf()) satisfies Shelf);
  });

  router.post('/', async (request, response) => {
    const { name, id } = parseWith(newPacketSchema, request.body);
    answer(response, openPacketSchema, await packetsOf(request).create(name ?? UNNAMED, id), 201);
  });

  router.put('/arrangement', async (request, response) => {
    const wanted = parseWith(arrangeSchema, request.body);
    answer(response, arrangedSchema, { packets: await mineOf(request).store.arrange(wanted) });
  });

  router.get('/:id', async (request, response) => {
    answer(response, openPacketSchema, await packetsOf(request).open(idIn(request, 'packet')));
  });

  router.delete('/:id', async (request, response) => {
    await packetsOf(request).remove(idIn(request, 'packet'));
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, openPacketSchema, await packetsOf(request).restore(idIn(request, 'packet')));
  });

  router.post('/:id/give', async (request, response) => {
    const { to } = parseWith(givePacketSchema, request.body);
    const id = idIn(request, 'packet');
    await packetsOf(request).give(id, to);
    (await belongingsOf(to)).changes.tell({ packetId: id });
    response.status(204).end();
  });

  return router;
}
