import { act, renderHook, waitFor } from '@testing-library/react';
import { unzipSync } from 'fflate';
import { Provider } from 'react-redux';
import { fakePage } from '../../test/fakes';
import { waits } from '@/packet/handingsSlice';
import { newItem } from '@/packet/loadPhotos';
import { added } from '@/packet/photosSlice';
import type { KeptPhoto } from '@/packet/photoStore';
import { createStore } from '@/packet/store';
import { saveFile } from '@/ui/saveFile';
import { useKeptHere } from './useKeptHere';

jest.mock('@/ui/saveFile', () => ({ saveFile: jest.fn() }));
const saved = jest.mocked(saveFile);

const { id, packetId } = fakePage(1);
const photoOf = (key: string, name: string, bytes: string): KeptPhoto => ({
  ...{ key, packetId, name, order: key.length, blob: new File([bytes], name, { type: 'image/jpeg' }) },
});

async function openSettings() {
  const cleared: string[] = [];
  const darkroom = { clearPictures: async () => void cleared.push('pictures') };
  const store = createStore({ darkroom: darkroom as never });
  store.parts.keptAnswers.clear = async () => void cleared.push('answers');
  for (const photo of [photoOf('one', 'sheet.jpg', 'first'), photoOf('three', 'sheet.jpg', 'second')]) {
    store.parts.inHand.set(photo.key, photo);
    store.dispatch(added(newItem(photo)));
  }
  const { result } = renderHook(() => useKeptHere(), {
    wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
  });
  await waitFor(() => expect(result.current.copies).not.toBeNull());
  return { store, result, cleared };
}

beforeEach(() => saved.mockReset());

/** What was given to the browser's downloads. */
async function savedFiles(): Promise<Record<string, string>> {
  const [[blob]] = saved.mock.calls;
  const files = unzipSync(new Uint8Array(await blob.arrayBuffer()));
  return Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => [name, Buffer.from(bytes).toString()]),
  );
}

describe('what is kept here', () => {
  it('is counted: photos and their bytes, and that nothing else waits', async () => {
    const { result } = await openSettings();
    expect(result.current).toMatchObject({ waiting: 2, waitingBytes: 11, handings: 0, isUnsaved: false });
  });

  it('is given out whole, in order, also where two have the same name, with files that wait to be handed over', async () => {
    const { result, store } = await openSettings();
    const file = new File(['the very file'], 'Tides.pdf');
    const waiting = { briefId: id, briefTitle: 'Tides, week 3', packetId, askedAt: 1, refused: null };
    const given = { files: [file] as [File], comment: '', isConfirmed: true, parts: null, mail: null };
    store.parts.handingsStore.get = async () => ({ ...waiting, ...given });
    act(() => void store.dispatch(waits(waiting)));
    expect(result.current.handings).toBe(1);
    await result.current.saveWaiting();
    expect(await savedFiles()).toEqual({
      '01 sheet.jpg': 'first',
      '02 sheet.jpg': 'second',
      'Tides, week 3, Tides.pdf': 'the very file',
    });
    // Another copy: nothing is taken away.
    expect(result.current.waiting).toBe(2);
  });

  it('loses only copies when they are cleared', async () => {
    const { result, cleared, store } = await openSettings();
    await act(() => result.current.clear());
    expect(cleared.sort()).toEqual(['answers', 'pictures']);
    expect(store.parts.inHand.size).toBe(2);
    expect(result.current.waiting).toBe(2);
  });
});
