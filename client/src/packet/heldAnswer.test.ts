import { realServerForTests } from '../../test/realServer';
import { api } from './api';
import { heldAnswer } from './heldAnswer';
import { createStore } from './store';

const server = realServerForTests();

/** Asks for a packet, and hears of a change to it before the answer is here. */
function askAndHear(id: string, { subscribe }: { readonly subscribe: boolean }) {
  const store = createStore();
  const asked = store.dispatch(api.endpoints.packet.initiate(id, { forceRefetch: true, subscribe }));
  store.dispatch(api.util.invalidateTags([{ type: 'Packet', id }]));
  return asked;
}

test('an answer that is held is there, also when a change is heard of meanwhile', async () => {
  const { id } = (await server.ask('POST', 'packets', {})) as { id: string };
  expect((await heldAnswer(askAndHear(id, { subscribe: true }))).data?.id).toBe(id);
  // What it is there for: without a hold the same answer is gone.
  expect((await askAndHear(id, { subscribe: false })).data).toBeUndefined();
});

test('what goes wrong is told, and nothing is held on to', async () => {
  const unsubscribe = jest.fn();
  const asked = Object.assign(Promise.reject(new Error('no line')), { unsubscribe });
  await expect(heldAnswer(asked)).rejects.toThrow('no line');
  expect(unsubscribe).toHaveBeenCalledTimes(1);
});
