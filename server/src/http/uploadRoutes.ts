import type { Router } from 'express';
import { MOST_PHOTO_BYTES, pageSchema, uploadFactsSchema } from '@ravlo/contract';
import { ProblemError } from '../problems';
import { parseWith } from './answer';
import { tusRoutes } from './tusRoutes';
import type { MineOf } from './whoUses';

/** /api/uploads takes photos in: the answer to the last bytes is the page that the photo has become. */
export const uploadRoutes = (mineOf: MineOf): Router =>
  tusRoutes(mineOf, {
    path: 'uploads',
    mostBytes: MOST_PHOTO_BYTES,
    tooBig,
    folderOf: ({ uploads }) => uploads,
    async onBegin({ store }, metadata) {
      const { packetId, replaces } = parseWith(uploadFactsSchema, metadata);
      await store.pages.assertPlace(packetId, replaces);
    },
    async onWhole({ arrivals }, { id }) {
      const { page, isNew } = await arrivals.finish(id);
      return { status: isNew ? 201 : 200, body: pageSchema.parse(page) };
    },
  });

const tooBig = () =>
  new ProblemError(
    'photo-too-big',
    `This photo is larger than ${MOST_PHOTO_BYTES / 1024 / 1024} MB. Set the camera to a smaller size and take it again.`,
  );
