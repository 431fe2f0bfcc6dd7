import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { TALK_HEADER } from '@ravlo/contract';
import { problemHandler } from './problemHandler';
import { sameTalk } from './sameTalk';

let changes = 0;
function serverThatTalks(talk: string) {
  changes = 0;
  const app = express();
  app.use(sameTalk(talk));
  app.all('/', (_request, response) => {
    changes++;
    response.json({});
  });
  app.use(problemHandler(pino({ level: 'silent' })));
  return app;
}

describe('sameTalk', () => {
  it.each(['post', 'put', 'patch', 'delete'] as const)('lets no older page %s anything', async (method) => {
    const app = serverThatTalks('new');
    const { status, headers, body } = await request(app)[method]('/').set(TALK_HEADER, 'old');
    expect(status).toBe(409);
    expect((body as { type: string }).type).toContain('other-version');
    // So that it can say what has happened.
    expect(headers[TALK_HEADER.toLowerCase()]).toBe('new');
    expect(changes).toBe(0);
  });

  it('lets it look, and says who answers', async () => {
    const { status, headers } = await request(serverThatTalks('new')).get('/').set(TALK_HEADER, 'old');
    expect([status, headers[TALK_HEADER.toLowerCase()]]).toEqual([200, 'new']);
  });

  it('lets pages of its own time and other programs do all', async () => {
    const app = serverThatTalks('new');
    expect((await request(app).post('/').set(TALK_HEADER, 'new')).status).toBe(200);
    expect((await request(app).post('/')).status).toBe(200);
  });

  it('compares nothing while the app is being worked on', async () => {
    const { status, headers } = await request(serverThatTalks('')).post('/').set(TALK_HEADER, 'old');
    expect(status).toBe(200);
    expect(headers[TALK_HEADER.toLowerCase()]).toBeUndefined();
  });
});
