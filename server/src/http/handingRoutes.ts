import { rename, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Router } from 'express';
import { handingFactsSchema, MOST_HANDED_BYTES } from '@ravlo/contract';
import type { DeskPractice } from '../desk/practice';
import { ProblemError } from '../problems';
import { parseWith } from './answer';
import { tusRoutes } from './tusRoutes';
import type { MineOf } from './whoUses';

/** Where an upload is cut, for practice. */
const CUT_AT = 0.99;

/** /api/handing takes the bytes of a handing over: whole, they wait under their key until they are handed over. */
export const handingRoutes = (mineOf: MineOf, practice: DeskPractice): Router =>
  tusRoutes(mineOf, {
    path: 'handing',
    mostBytes: MOST_HANDED_BYTES,
    tooBig: () => new ProblemError('handed-too-big', 'This file is larger than the desk takes.'),
    folderOf: ({ handing }) => handing,
    breaksAt: () => (practice.trouble === 'cut' ? CUT_AT : null),
    async onBegin(_mine, metadata) {
      parseWith(handingFactsSchema, metadata);
    },
    async onWhole({ desk, handing }, { id, metadata }) {
      const { key } = parseWith(handingFactsSchema, metadata);
      const place = path.join(handing, id);
      // Two tabs may send at once; the last whole one stays.
      await rename(place, desk.waiting(key));
      await rm(`${place}.json`, { force: true });
      return { status: 204 };
    },
  });
