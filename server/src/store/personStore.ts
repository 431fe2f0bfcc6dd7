import type { Arrange, Edits } from '@ravlo/contract';
import { arrange } from './arrangement';
import type { StoreContext } from './context';
import { makeEdits } from './edits';
import { packetsOf } from './packets';
import { pagesOf } from './pages';
import { photosOf } from './photos';

/** All that one person keeps: every call checks that the rows are that person's. */
export type PersonStore = ReturnType<typeof openPersonStore>;

export function openPersonStore(context: StoreContext) {
  return {
    packets: packetsOf(context),
    pages: pagesOf(context),
    photos: photosOf(context),
    arrange: (request: Arrange) => arrange(context, request),
    makeEdits: (request: Edits) => makeEdits(context, request),
  };
}
