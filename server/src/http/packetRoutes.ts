import { Router } from 'express';
import {
  arrangeAnswer,
  arrangeRequest,
  changePacketRequest,
  idSchema,
  newPacketRequest,
  openPacketSchema,
  packetsAnswer,
} from '@ravlo/contract';
import type { PacketStore } from '../store/packets';
import { answer, parseWith } from './answer';

const UNNAMED = 'New packet';

/** /api/packets: the shelf, and each packet's own facts. */
export function packetRoutes(packets: PacketStore): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    answer(response, packetsAnswer, { packets: await packets.list() });
  });

  router.post('/', async (request, response) => {
    const { name } = parseWith(newPacketRequest, request.body);
    answer(response, openPacketSchema, await packets.create(name ?? UNNAMED), 201);
  });

  router.put('/arrangement', async (request, response) => {
    const arrange = parseWith(arrangeRequest, request.body);
    answer(response, arrangeAnswer, { packets: await packets.arrange(arrange) });
  });

  router.get('/:id', async (request, response) => {
    answer(response, openPacketSchema, await packets.open(parseWith(idSchema, request.params.id)));
  });

  router.patch('/:id', async (request, response) => {
    const change = parseWith(changePacketRequest, request.body);
    answer(response, openPacketSchema, await packets.change(parseWith(idSchema, request.params.id), change));
  });

  router.delete('/:id', async (request, response) => {
    await packets.remove(parseWith(idSchema, request.params.id));
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    answer(response, openPacketSchema, await packets.restore(parseWith(idSchema, request.params.id)));
  });

  return router;
}
