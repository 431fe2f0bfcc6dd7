import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { healthAnswer } from '@ravlo/contract';
import { answer } from './http/answer';
import { clientFiles } from './http/clientFiles';
import { onlyFromHere } from './http/onlyFromHere';
import { packetRoutes } from './http/packetRoutes';
import { pageRoutes } from './http/pageRoutes';
import { photoRoutes } from './http/photoRoutes';
import { noSuchRoute, problemHandler } from './http/problemHandler';
import type { PacketStore } from './store/packets';
import type { PhotoFiles } from './store/photoFiles';

export interface AppParts {
  readonly packets: PacketStore;
  readonly files: PhotoFiles;
  readonly log: Logger;
  /** the exported client; left out in tests of the API alone */
  readonly clientDir?: string;
  /** reachable from the local network too */
  readonly lan: boolean;
}

/** The whole HTTP application, not yet listening. */
export function createApp({ packets, files, log, clientDir, lan }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, quietReqLogger: true, autoLogging: { ignore: isRoutine } }));
  app.use(securityHeaders());
  app.use(onlyFromHere({ lan }));

  const api = express.Router();
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.get('/health', (_request, response) => answer(response, healthAnswer, { ok: true }));
  api.use(photoRoutes(packets, files));
  api.use(express.json({ limit: '64kb' }));
  api.use('/packets', packetRoutes(packets));
  api.use('/pages', pageRoutes(packets));
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
    // Served over plain http on one's own machine or network.
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    // On plain http from another machine browsers ignore these two with a warning; they do no harm.
    crossOriginOpenerPolicy: { policy: 'same-origin' },
    originAgentCluster: false,
  });
}
