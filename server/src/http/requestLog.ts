import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

interface LoggedRequest {
  readonly method?: string;
  readonly url?: string;
}

/**
 * One line for every request that changes something: what was asked and how it went. Headers are left out whole, and what stands
 * behind an address's question mark too, for cookies and codes are secrets.
 */
export function requestLog(log: Logger): RequestHandler {
  return pinoHttp({
    logger: log,
    quietReqLogger: true,
    autoLogging: { ignore: isRoutine },
    serializers: {
      req: ({ method, url }: LoggedRequest) => ({ method, path: url?.split('?')[0] }),
      res: ({ statusCode }: { statusCode?: number }) => ({ status: statusCode }),
    },
  });
}

/** The client's own files and reads are not worth a log line each. */
function isRoutine({ method }: LoggedRequest): boolean {
  return method === 'GET';
}
