import { fakePage } from '../../../test/fakes';
import { until } from '../../../test/until';
import { selectPhotos } from '@/packet/photosSlice';
import { createPhotoStore } from '@/packet/photoStore';
import { createStore } from '@/packet/store';
import { openFile } from './openFile';
import { takeIn } from './takeIn';

jest.mock('./openFile', () => ({
  ...jest.requireActual<object>('./openFile'),
  openFile: jest.fn(),
}));
const open = jest.mocked(openFile);

/** The browser's own store, which all windows share. */
const browser = createPhotoStore();

const PACKET = fakePage(1).packetId;
const OLD = fakePage(2).id;
const BYTES = {
  jpg: '\xff\xd8\xff\xe1\0\0Exif',
  pdf: '%PDF-1.7\n',
  txt: 'a letter to the school',
};
/** A file whose bytes can be read as a browser's can. */
function file(name: string): File {
  const text = BYTES[name.split('.').pop() as keyof typeof BYTES];
  const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
  const made = new File([bytes], name);
  return Object.assign(made, { slice: () => ({ arrayBuffer: async () => bytes.buffer }) });
}

function openWindow() {
  globalThis.fetch = () => new Promise(() => undefined);
  const store = createStore();
  // Nothing is sent here: what is looked at is how photos come in.
  store.parts.isSendingPhotos = true;
  return store;
}
const kept = async () =>
  (await browser.all())
    .filter(({ packetId }) => packetId === PACKET)
    .map(({ name, replaces, before }) => [name, replaces ?? before ?? null]);

beforeEach(async () => {
  open.mockReset();
  for (const { key } of await browser.all()) await browser.forget(key);
});

describe('files that are taken in', () => {
  it('are kept in the order in which they were chosen, a PDF page by page in its place', async () => {
    open.mockImplementation(async ({ name }) => [file(`${name} 1.jpg`), file(`${name} 2.jpg`)]);
    const store = openWindow();
    await store.dispatch(takeIn(PACKET, ['a.jpg', 'scan.pdf', 'b.jpg'].map(file)));
    const names = selectPhotos(store.getState()).map(({ name }) => name);
    expect(names).toEqual(['a.jpg', 'scan.pdf 1.jpg', 'scan.pdf 2.jpg', 'b.jpg']);
    expect((await kept()).map(([name]) => name)).toEqual(names);
  });

  it('take the place of a page with the first, and none with the others', async () => {
    const store = openWindow();
    await store.dispatch(takeIn(PACKET, ['a.jpg', 'b.jpg'].map(file), { replaces: OLD }));
    expect((await kept()).slice(-2)).toEqual([
      ['a.jpg', OLD],
      ['b.jpg', null],
    ]);
  });

  it('are sent as they are when nobody knows what they are: the server says it in words', async () => {
    const store = openWindow();
    await store.dispatch(takeIn(PACKET, [file('letter.txt')]));
    expect(selectPhotos(store.getState()).map(({ name, state }) => [name, state])).toEqual([
      ['letter.txt', 'waiting'],
    ]);
  });

  it('that cannot be opened are held back with a sentence, and hold up no other', async () => {
    open.mockRejectedValue(new Error('It is locked'));
    const store = openWindow();
    await store.dispatch(takeIn(PACKET, ['locked.pdf', 'a.jpg'].map(file)));
    await until(() => selectPhotos(store.getState()).length === 2);
    const [locked, photo] = selectPhotos(store.getState());
    expect([locked.state, photo.state]).toEqual(['held', 'waiting']);
    expect(locked.trouble?.detail).toContain('“locked.pdf” cannot be opened');
    // Its bytes are in hand: it can be taken elsewhere, or thrown away by the person.
    expect(store.parts.inHand.has(locked.key)).toBe(true);
  });
});
