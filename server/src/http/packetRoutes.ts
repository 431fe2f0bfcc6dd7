import { Router } from 'express';
import {
  arrangedSchema,
  arrangeSchema,
  newPacketSchema,
  openPacketSchema,
  type Shelf,
  UNNAMED,
} from '@ravlo/contract';
import type { PersonStore } from '../store/personStore';
import { answer, idIn, parseWith } from './answer';

/** /api/packets: the shelf, and what lies in each packet. */
export function packetRoutes({ packets, arrange }: PersonStore): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    // Every row has been held against the contract by itself: those that make no sense are left out.
    response.json((await packets.shelf()) satisfies Shelf);
  });

  router.post('/', async (request, response) => {
    const { name } = parseWith(newPacketSchema, request.body);
    answer(response, openPacketSchema, await packets.create(name ?? UNNAMED), 201);
  });

  router.put('/arrangement', async (request, response) => {
    const wanted = parseWith(arrangeSchema, request.body);
    answer(response, arrangedSchema, { packets: await arrange(wanted) });
  });

  router.get('/:id', async (request, response) => {
    answer(response, openPacketSchema, await packets.open(idIn(request, 'packet')));
  });

  router.delete('/:id', async (request, response) => {
    await packets.remove(idIn(request, 'packet'));
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, openPacketSchema, await packets.restore(idIn(request, 'packet')));
  });

  return router;
}
