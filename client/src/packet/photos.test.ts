import { createStore } from '@/packet/store';
import { OFFLINE, type Trouble } from '@/packet/trouble';
import { fakePage } from '../../test/fakes';
import { addPhotos, resumeOutbox, wakeOutbox, withdrawPhoto } from '@/packet/photos';
import { savedCleared, selectPhotos } from '@/packet/photosSlice';
import { keepPhoto, keptPhotos } from './outboxStore';
import { sendPhoto, type SendResult } from './sendPhoto';

jest.mock('./sendPhoto', () => ({ sendPhoto: jest.fn() }));
const send = jest.mocked(sendPhoto);

const PACKET = fakePage(1).packetId;
const photo = (name: string) => new File([`bytes of ${name}`], name, { type: 'image/jpeg' });
const saved: SendResult = { page: fakePage(1) };

beforeEach(() => send.mockReset());

async function until(isTrue: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; i < 300; i++) {
    if (await isTrue()) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error('It never came to be');
}

const states = (store: ReturnType<typeof createStore>) =>
  selectPhotos(store.getState()).map(({ state }) => state);

describe('the outbox', () => {
  it('sends photos one after the other in the order in which they were chosen', async () => {
    send.mockResolvedValue(saved);
    const store = createStore();
    await store.dispatch(
      addPhotos(
        PACKET,
        ['c', 'a', 'b'].map((n) => photo(`${n}.jpg`)),
      ),
    );
    await until(() => states(store).every((state) => state === 'saved'));
    expect(send.mock.calls.map(([{ name }]) => name)).toEqual(['c.jpg', 'a.jpg', 'b.jpg']);
    expect(await keptPhotos()).toEqual([]);
    store.dispatch(savedCleared(PACKET));
    expect(states(store)).toEqual([]);
  });

  it('tells of a bad file and goes on with the others', async () => {
    const bad: Trouble = { kind: 'photo-unreadable', detail: '“b.jpg” is not a photo.' };
    send.mockImplementation(async ({ name }) => (name === 'b.jpg' ? { trouble: bad } : saved));
    const store = createStore();
    await store.dispatch(addPhotos(PACKET, [photo('a.jpg'), photo('b.jpg'), photo('c.jpg')]));
    await until(() => !states(store).some((state) => state === 'waiting' || state === 'sending'));
    expect(states(store)).toEqual(['saved', 'refused', 'saved']);
    expect(selectPhotos(store.getState())[1].trouble).toEqual(bad);
    expect(await keptPhotos()).toEqual([]);
  });

  it('keeps photos while the server is away, and sends them with the same key when it is back', async () => {
    send.mockResolvedValueOnce({ trouble: OFFLINE }).mockResolvedValue(saved);
    const store = createStore();
    await store.dispatch(addPhotos(PACKET, [photo('a.jpg')]));
    await until(() => selectPhotos(store.getState())[0].trouble !== null);
    expect(states(store)).toEqual(['waiting']);
    expect((await keptPhotos()).map(({ name }) => name)).toEqual(['a.jpg']);
    await until(() => {
      wakeOutbox();
      return states(store)[0] === 'saved';
    });
    expect(send.mock.calls[1][0].key).toBe(send.mock.calls[0][0].key);
    expect(await keptPhotos()).toEqual([]);
  });

  it('picks up what an earlier visit left', async () => {
    send.mockResolvedValue(saved);
    await keepPhoto({
      key: 'left-over',
      packetId: PACKET,
      name: 'left.jpg',
      blob: photo('left.jpg'),
      order: 1,
    });
    const store = createStore();
    await store.dispatch(resumeOutbox());
    expect(send.mock.calls[0][0]).toMatchObject({ key: 'left-over', name: 'left.jpg' });
    expect(states(store)).toEqual(['saved']);
  });

  describe('takes a photo back', () => {
    let removed: string[];
    beforeEach(() => {
      removed = [];
      globalThis.fetch = jest.fn(async (request: Request | string | URL) => {
        if (request instanceof Request && request.url.endsWith('/arrangement')) {
          const { known } = (await request.clone().json()) as { known: string[] };
          removed.push(...known);
        }
        return new Response(null, { status: 204 });
      });
    });

    it('that has not been sent: it never is', async () => {
      let letGo: (result: SendResult) => void = () => undefined;
      send.mockImplementationOnce(() => new Promise((resolve) => (letGo = resolve))).mockResolvedValue(saved);
      const store = createStore();
      const [, second] = await store.dispatch(addPhotos(PACKET, [photo('a.jpg'), photo('b.jpg')]));
      await store.dispatch(withdrawPhoto(second));
      letGo(saved);
      await until(() => states(store)[0] === 'saved');
      expect(states(store)).toEqual(['saved']);
      expect(send.mock.calls.map(([{ name }]) => name)).toEqual(['a.jpg']);
      expect(await keptPhotos()).toEqual([]);
      expect(removed).toEqual([]);
    });

    it('that is being sent, or has become a page: the page goes', async () => {
      let letGo: (result: SendResult) => void = () => undefined;
      send.mockImplementationOnce(() => new Promise((resolve) => (letGo = resolve))).mockResolvedValue(saved);
      const store = createStore();
      const [first] = await store.dispatch(addPhotos(PACKET, [photo('a.jpg')]));
      await until(() => states(store)[0] === 'sending');
      await store.dispatch(withdrawPhoto(first));
      letGo(saved);
      await until(() => removed.length === 1);
      const [other] = await store.dispatch(addPhotos(PACKET, [photo('b.jpg')]));
      await until(() => states(store)[0] === 'saved');
      await store.dispatch(withdrawPhoto(other));
      expect(removed).toHaveLength(2);
      expect(removed[1]).toContain(fakePage(1).id);
      expect(states(store)).toEqual([]);
    });
  });
});
