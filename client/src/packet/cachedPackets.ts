import type { Packet, Page } from '@ravlo/contract';
import { api } from './api';
import type { AppThunk } from './store';

/** Puts pages as the server has just answered them in the place of older copies. */
export function replacePages(pages: readonly Page[]): AppThunk {
  return (dispatch) => {
    for (const page of pages) {
      dispatch(
        api.util.updateQueryData('packet', page.packetId, (packet) => {
          const at = packet.pages.findIndex((other) => other.id === page.id);
          if (at >= 0 && packet.pages[at].version < page.version) packet.pages[at] = page;
        }),
      );
      dispatch(
        api.util.updateQueryData('page', page.id, (known) => (known.version < page.version ? page : known)),
      );
    }
  };
}

/** The same for packets' own facts, in the packet and on the shelf. */
export function replacePackets(packets: readonly Packet[]): AppThunk {
  return (dispatch) => {
    for (const packet of packets) {
      dispatch(api.util.updateQueryData('packet', packet.id, (known) => void Object.assign(known, packet)));
      dispatch(
        api.util.updateQueryData('shelf', undefined, ({ packets: all }) => {
          const known = all.find(({ id }) => id === packet.id);
          if (known) Object.assign(known, packet);
        }),
      );
    }
  };
}
