import { fileURLToPath, pathToFileURL } from 'node:url';
import { openTestServer, type TestServer } from '../../testing/testServer';
import { loadDemo } from './loadDemo';

let server: TestServer;
beforeAll(async () => {
  server = await openTestServer();
});
afterAll(() => server.close());

describe('the demo', () => {
  const demo = fileURLToPath(new URL('../../../demo', pathToFileURL(__filename)));

  it('fills an empty shelf once', async () => {
    const store = await server.storeOf(server.people.ada);
    expect(await loadDemo(demo, store, server.files)).toBe(3);
    const { packets } = await store.packets.shelf();
    expect(packets.map(({ pageCount }) => pageCount).reduce((a, b) => a + b)).toBe(12);
    expect(packets[0].name).toBe('Tide tables, week 3');
    expect(await loadDemo(demo, store, server.files)).toBe(0);
  });
});

