import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { healthAnswer } from '@ravlo/contract';
import { answer } from './http/answer';
import { clientFiles } from './http/clientFiles';
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
import type { Changes } from './store/changes';
import type { PacketStore } from './store/packets';
import type { Phones } from './store/phones';
import type { PhotoFiles } from './store/photoFiles';

export interface AppParts {
  readonly packets: PacketStore;
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
export function createApp({ packets, files, phones, changes, log, clientDir, lan }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, quietReqLogger: true, autoLogging: { ignore: isRoutine } }));
  app.use(securityHeaders());
  app.use(onlyFromHere({ lan }));
  app.use(pairRoutes(phones));
  app.use(onlyPaired(phones));

  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => answer(response, healthAnswer, { ok: true }));
  api.use(uploadRoutes(packets, files));
  api.use(photoRoutes(packets, files));
  api.use(eventRoutes(changes));
  api.use(express.json({ limit: '1mb' }));
  api.use('/packets', packetRoutes(packets));
  api.use('/pages', pageRoutes(packets));
  api.use('/phones', phoneRoutes(phones, lan));
  api.use(noSuchRoute);
  app.use('/api', api);

  if (clientDir) app.use(clientFiles(clientDir));
  app.use(problemHandler(log));
  return app;
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
