import compression from 'compression';
import express, { type Express } from 'express';
import type { Logger } from 'pino';
import { healthSchema, MOST_JSON_BYTES } from '@ravlo/contract';
import { answer } from './http/answer';
import { archiveRoutes } from './http/archiveRoutes';
import { arrivalRoutes } from './http/arrivalRoutes';
import { carryCode } from './http/carryCode';
import { clientFiles } from './http/clientFiles';
import { deskRoutes } from './http/deskRoutes';
import { folderRoutes } from './http/folderRoutes';
import { handingRoutes } from './http/handingRoutes';
import { betweenUs, practiceRoutes } from './http/practiceRoutes';
import { editRoutes } from './http/editRoutes';
import { eventRoutes } from './http/eventRoutes';
import { householdRoutes } from './http/householdRoutes';
import { leadOver, type ShownAuthority } from './http/leadOver';
import { mailRoutes } from './http/mailRoutes';
import { markerRoutes, worksheetRoutes } from './http/markerRoutes';
import { onlyFromHere } from './http/onlyFromHere';
import { packetRoutes } from './http/packetRoutes';
import { pageRoutes } from './http/pageRoutes';
import { pairRoutes } from './http/pairRoutes';
import { phoneRoutes } from './http/phoneRoutes';
import { photoRoutes } from './http/photoRoutes';
import { noSuchRoute, problemHandler } from './http/problemHandler';
import { requestLog } from './http/requestLog';
import { resultRoutes } from './http/resultRoutes';
import { sameTalk } from './http/sameTalk';
import { securityHeaders } from './http/securityHeaders';
import { uploadRoutes } from './http/uploadRoutes';
import type { Reach } from './http/reach';
import { onlyPaired } from './http/whoAsks';
import { createWhoUses } from './http/whoUses';
import type { DeskPractice } from './desk/practice';
import type { BelongingsOf } from './people/belongings';
import type { Household } from './people/household';
import type { Phones } from './store/phones';
import type { PhotoFiles } from './store/photoFiles';

export interface AppParts {
  readonly household: Household;
  readonly belongingsOf: BelongingsOf;
  /** whose Ravlo it is while a browser has not said who uses it @default the household's first */
  readonly usual?: () => Promise<string | null>;
  readonly files: PhotoFiles;
  readonly phones: Phones;
  readonly practice: DeskPractice;
  readonly log: Logger;
  /** the exported client; left out in tests of the API alone */
  readonly clientDir?: string;
  readonly reach: Reach;
  /** this Ravlo's own authority; null where the certificate is one that browsers know, or there is none */
  readonly authority: ShownAuthority | null;
  /** of this machine on its network, the likeliest first */
  readonly addresses: () => readonly string[];
  /** whose word is taken for where a request comes from, as Express puts it @default nobody's */
  readonly trustProxy?: string | number;
  /** a hash of the contract that the client was built with @default not compared */
  readonly talk?: string;
}

/** The whole HTTP application, not yet listening. */
export function createApp(parts: AppParts): Express {
  const {
    household,
    belongingsOf,
    usual = household.usual,
    files,
    phones,
    practice,
    log,
    clientDir,
    reach,
    authority,
    addresses,
    trustProxy = false,
    talk = '',
  } = parts;
  const { personOf, onlySomebody, mineOf } = createWhoUses({ household, belongingsOf, usual });
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', trustProxy);
  app.use(requestLog(log));
  app.use(securityHeaders(reach));
  app.use(compression({ filter: isWorthPacking }));
  app.use(onlyFromHere(reach));
  app.use(carryCode());
  app.use(leadOver(reach, authority));
  app.use(pairRoutes(phones, household, reach));
  app.use(onlyPaired(phones));

  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.use(sameTalk(talk));
  api.get('/health', (_request, response) => answer(response, healthSchema, { ok: true }));
  const json = express.json({ limit: MOST_JSON_BYTES });
  api.use('/household', json, householdRoutes(household, personOf, reach));
  api.use(onlySomebody);
  api.use(betweenUs(practice));
  api.use(uploadRoutes(mineOf));
  api.use(photoRoutes(mineOf, files));
  api.use(archiveRoutes(mineOf, files));
  api.use(handingRoutes(mineOf, practice));
  api.use(eventRoutes(mineOf));
  api.use(worksheetRoutes(mineOf));
  api.use(json);
  api.use(arrivalRoutes(mineOf));
  api.use(editRoutes(mineOf));
  api.use(practiceRoutes(practice));
  api.use(deskRoutes(mineOf));
  api.use(mailRoutes(mineOf));
  api.use(folderRoutes(mineOf));
  api.use('/marker', markerRoutes(mineOf));
  api.use('/marker', resultRoutes(mineOf));
  api.use('/packets', packetRoutes(mineOf, belongingsOf));
  api.use('/pages', pageRoutes(mineOf));
  api.use('/phones', phoneRoutes({ phones, reach, addresses, fingerprint: authority?.fingerprint ?? null }));
  api.use(noSuchRoute);
  app.use('/api', api);

  if (clientDir) app.use(clientFiles(clientDir));
  app.use(problemHandler(log));
  return app;
}

/** Events must leave at once; photos are packed already, which compression knows by itself. */
function isWorthPacking(request: express.Request, response: express.Response): boolean {
  return (
    !String(response.getHeader('Content-Type')).startsWith('text/event-stream') &&
    compression.filter(request, response)
  );
}
