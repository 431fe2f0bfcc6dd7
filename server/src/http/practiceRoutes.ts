import { setTimeout as pause } from 'node:timers/promises';
import { Router, type RequestHandler } from 'express';
import { practiceSchema, type Practice } from '@ravlo/contract';
import type { DeskPractice } from '../desk/practice';
import { ProblemError } from '../problems';
import { answer, parseWith } from './answer';
import { isHere } from './reach';

/** How long a slow desk takes to begin with anything, ms. */
const SLOW = 2500;

/** GET and PUT /api/desk/practice: what goes wrong at the desk on purpose; switched at the computer itself. */
export function practiceRoutes(practice: DeskPractice): Router {
  const router = Router();
  const tell = (): Practice => ({ trouble: practice.trouble });

  router.get('/desk/practice', (_request, response) => answer(response, practiceSchema, tell()));

  router.put('/desk/practice', (request, response) => {
    if (!isHere(request))
      throw new ProblemError('forbidden', 'Practice is switched at the computer that Ravlo runs on.');
    practice.set(parseWith(practiceSchema, request.body).trouble);
    answer(response, practiceSchema, tell());
  });

  return router;
}

/** What lies between a student and the desk: nothing, or what is practised. */
export function betweenUs(practice: DeskPractice): RequestHandler {
  return async (request, response, next) => {
    const isDesk = /^\/(desk|briefs|attempts|handing)(\/|$)/.test(request.path);
    if (!isDesk || request.path === '/desk/practice') return next();
    switch (practice.trouble) {
      case 'down':
        throw new ProblemError(
          'desk-down',
          'The class desk cannot be reached just now. Nothing is handed over yet; your pages are safe here.',
        );
      case 'slow':
        await pause(SLOW);
        break;
      case 'lost-answer':
        if (request.method === 'POST' && /^\/briefs\/[^/]+\/attempts$/.test(request.path)) {
          // What is done is done; only nobody hears of it.
          response.json = () => {
            request.socket.destroy();
            return response;
          };
        }
        break;
      default:
    }
    next();
  };
}
