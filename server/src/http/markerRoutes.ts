import { Router, raw, type Request, type RequestHandler } from 'express';
import { z } from 'zod';
import {
  briefWorkSchema,
  callStudentSchema,
  changeClassSchema,
  copyBriefSchema,
  extendSchema,
  idSchema,
  markedBriefSchema,
  markedClassSchema,
  markedSchema,
  markEditsSchema,
  markerDeskSchema,
  MOST_FILES,
  newClassSchema,
  phrasesSchema,
  readingSchema,
  worksheetSchema,
  writeBriefSchema,
} from '@ravlo/contract';
import type { MarkerDesk } from '../desk/markerDesk';
import { notFound } from '../problems';
import { answer, idIn, parseWith } from './answer';
import { sendFile } from './sendFile';
import type { MineOf } from './whoUses';

const MOST_WORKSHEET_BYTES = 20 * 1024 * 1024;
const givenBackSchema = z.object({ count: z.number().int() });

type Work<T> = (desk: MarkerDesk, request: Request) => Promise<T>;

/** /api/marker: classes, briefs and work of those classes in which the person marks; anything else is not there. */
export function markerRoutes(mineOf: MineOf): Router {
  const router = Router();
  /** Answers with what some work on the person's desk gives. */
  const gives =
    <S extends z.ZodType>(schema: S, work: Work<z.input<S>>, status = 200): RequestHandler =>
    async (request, response) =>
      answer(response, schema, await work(mineOf(request).marker, request), status);

  router.get(
    '/',
    gives(markerDeskSchema, ({ classes }) => classes.desk()),
  );
  router.post(
    '/classes',
    gives(
      markedClassSchema,
      ({ classes }, { body }) => classes.make(parseWith(newClassSchema, body).name),
      201,
    ),
  );
  router.patch(
    '/classes/:id',
    gives(markedClassSchema, ({ classes }, request) =>
      classes.change(idIn(request, 'class'), parseWith(changeClassSchema, request.body)),
    ),
  );
  router.put(
    '/classes/:id/students/:studentId',
    gives(markedClassSchema, ({ classes }, request) =>
      classes.call(
        idIn(request, 'class'),
        studentIn(request),
        parseWith(callStudentSchema, request.body).name,
      ),
    ),
  );
  router.delete(
    '/classes/:id/students/:studentId',
    gives(markedClassSchema, ({ classes }, request) =>
      classes.setLeft(idIn(request, 'class'), studentIn(request), true),
    ),
  );
  router.post(
    '/classes/:id/students/:studentId/restore',
    gives(markedClassSchema, ({ classes }, request) =>
      classes.setLeft(idIn(request, 'class'), studentIn(request), false),
    ),
  );
  router.post(
    '/classes/:id/briefs',
    gives(
      markedBriefSchema,
      ({ briefs }, request) => briefs.make(idIn(request, 'class'), parseWith(writeBriefSchema, request.body)),
      201,
    ),
  );

  router.put(
    '/briefs/:id',
    gives(markedBriefSchema, ({ briefs }, request) =>
      briefs.change(idIn(request, 'brief'), parseWith(writeBriefSchema, request.body)),
    ),
  );
  router.post(
    '/briefs/:id/copy',
    gives(
      markedBriefSchema,
      ({ briefs }, request) =>
        briefs.copy(idIn(request, 'brief'), parseWith(copyBriefSchema, request.body).classId),
      201,
    ),
  );
  router.delete(
    '/briefs/:id',
    gives(markedBriefSchema, ({ briefs }, request) => briefs.setDeleted(idIn(request, 'brief'), true)),
  );
  router.post(
    '/briefs/:id/restore',
    gives(markedBriefSchema, ({ briefs }, request) => briefs.setDeleted(idIn(request, 'brief'), false)),
  );
  router.put(
    '/briefs/:id/extensions',
    gives(markedBriefSchema, ({ briefs }, request) =>
      briefs.extend(idIn(request, 'brief'), parseWith(extendSchema, request.body)),
    ),
  );
  router.get(
    '/briefs/:id/work',
    gives(briefWorkSchema, ({ briefs }, request) => briefs.work(idIn(request, 'brief'))),
  );
  router.post(
    '/briefs/:id/give-back',
    gives(givenBackSchema, async ({ attempts }, request) => ({
      count: await attempts.giveBackAll(idIn(request, 'brief')),
    })),
  );

  router.get(
    '/phrases',
    gives(phrasesSchema, async ({ attempts }) => ({ phrases: await attempts.phrases() })),
  );
  router.get(
    '/attempts/:id',
    gives(readingSchema, ({ attempts }, request) => attempts.reading(idIn(request, 'attempt'))),
  );
  router.patch(
    '/attempts/:id/marking',
    gives(markedSchema, ({ attempts }, request) =>
      attempts.mark(idIn(request, 'attempt'), parseWith(markEditsSchema, request.body).edits),
    ),
  );
  router.post(
    '/attempts/:id/give-back',
    gives(readingSchema, ({ attempts }, request) => attempts.giveBack(idIn(request, 'attempt'))),
  );
  /** 0 is the file itself, from 1 on what went with it */
  router.get('/attempts/:id/files/:index', async (request, response) => {
    const index = parseWith(z.coerce.number().int().min(0).max(MOST_FILES), request.params.index);
    await sendFile(response, await mineOf(request).marker.attempts.file(idIn(request, 'attempt'), index));
  });

  return router;
}

function studentIn({ params }: Request): string {
  const id = idSchema.safeParse(params.studentId);
  if (!id.success) throw notFound('person');
  return id.data;
}

/** POST /api/marker/worksheets?name=N: a PDF as the body, kept to be attached to a brief. Before JSON is read. */
export function worksheetRoutes(mineOf: MineOf): Router {
  const router = Router();
  const pdf = raw({ type: 'application/pdf', limit: MOST_WORKSHEET_BYTES });
  router.post('/marker/worksheets', pdf, async (request, response) => {
    const name = parseWith(worksheetSchema.shape.name, request.query.name);
    const bytes = z.instanceof(Uint8Array).safeParse(request.body);
    answer(
      response,
      worksheetSchema,
      await mineOf(request).marker.briefs.keepWorksheet(bytes.data ?? new Uint8Array(), name),
      201,
    );
  });
  return router;
}
