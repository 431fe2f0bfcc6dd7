import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { healthSchema, MOST_JSON_BYTES } from '@ravlo/contract';
import { answer } from './http/answer';
import { archiveRoutes } from './http/archiveRoutes';
import { arrivalRoutes } from './http/arrivalRoutes';
import { clientFiles } from './http/clientFiles';
import { deskRoutes, handingRoutes } from './http/deskRoutes';
import { editRoutes } from './http/editRoutes';
import { eventRoutes } from './http/eventRoutes';
import { onlyFromHere } from './http/onlyFromHere';
import { packetRoutes } from './http/packetRoutes';
import { pageRoutes } from './http/pageRoutes';
import { pairRoutes } from './http/pairRoutes';
import { phoneRoutes } from './http/phoneRoutes';
import { photoRoutes } from './http/photoRoutes';
import { noSuchRoute, problemHandler } from './http/problemHandler';
import { uploadRoutes } from './http/uploadRoutes';
import { onlyPaired } from './http/whoAsks';
import type { Desk } from './desk/desk';
import type { Archives } from './store/archives';
import type { Arrivals } from './store/arrivals';
import type { Changes } from './store/changes';
import type { PersonStore } from './store/personStore';
import type { Phones } from './store/phones';
import type { PhotoFiles } from './store/photoFiles';

export interface AppParts {
  readonly store: PersonStore;
  readonly arrivals: Arrivals;
  readonly archives: Archives;
  readonly desk: Desk;
  readonly files: PhotoFiles;
  readonly phones: Phones;
  readonly changes: Changes;
  readonly log: Logger;
  /** the exported client; left out in tests of the API alone */
  readonly clientDir?: string;
  /** reachable from the local network too */
  readonly lan: boolean;
}

/** The whole HTTP application, not yet listening. */
export function createApp(parts: AppParts): Express {
  const { store, arrivals, archives, desk, files, phones, changes, log, clientDir, lan } = parts;
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, quietReqLogger: true, autoLogging: { ignore: isRoutine } }));
  app.use(securityHeaders());
  app.use(compression({ filter: isWorthPacking }));
  app.use(onlyFromHere({ lan }));
  app.use(pairRoutes(phones));
  app.use(onlyPaired(phones));

  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => answer(response, healthSchema, { ok: true }));
  api.use(uploadRoutes(store, files, arrivals));
  api.use(photoRoutes(store, files));
  api.use(archiveRoutes(archives, files));
  api.use(handingRoutes(desk));
  api.use(eventRoutes(changes));
  api.use(express.json({ limit: MOST_JSON_BYTES }));
  api.use(arrivalRoutes(arrivals));
  api.use(editRoutes(store));
  api.use(deskRoutes(desk));
  api.use('/packets', packetRoutes(store));
  api.use('/pages', pageRoutes(store));
  api.use('/phones', phoneRoutes(phones, lan));
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

/** The client's own files and reads are not worth a log line each. */
function isRoutine({ method }: { method?: string }): boolean {
  return method === 'GET';
}

function securityHeaders() {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'", 'blob:'],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'", 'blob:', 'data:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'", 'data:'],
        // A finished PDF is printed from a frame.
        frameSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // With less, a form of our own would come without its origin.
    referrerPolicy: { policy: 'same-origin' },
    // Served over plain http on one's own machine or network.
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    // On plain http from another machine browsers ignore these two with a warning; they do no harm.
    crossOriginOpenerPolicy: { policy: 'same-origin' },
    originAgentCluster: false,
  });
}
