import type { Page } from '@ravlo/contract';
import { useState } from 'react';

/** How a page was pressed: alone, with Ctrl (or Cmd), or with Shift. */
export type PressKind = 'plain' | 'toggle' | 'range';

interface Selected {
  readonly isOn: boolean;
  readonly ids: ReadonlySet<string>;
  /** from where a range goes */
  readonly anchor: string | null;
}

const NONE: Selected = { isOn: false, ids: new Set(), anchor: null };

/** Which pages of a table are selected. */
export function useSelection(pages: readonly Page[]) {
  const [selected, setSelected] = useState<Selected>(NONE);
  // A page that is gone is not selected any more.
  const ids = new Set(pages.map(({ id }) => id).filter((id) => selected.ids.has(id)));
  return {
    isOn: selected.isOn,
    ids: ids as ReadonlySet<string>,
    set: (chosen: readonly string[]) =>
      setSelected({ isOn: true, ids: new Set(chosen), anchor: chosen[0] ?? null }),
    end: () => setSelected(NONE),
    pick: (id: string, how: PressKind) =>
      setSelected(({ anchor }) => {
        const next = new Set(ids);
        const order = pages.map((page) => page.id);
        if (how === 'range' && anchor && order.includes(anchor)) {
          const [from, to] = [order.indexOf(anchor), order.indexOf(id)].sort((a, b) => a - b);
          for (const between of order.slice(from, to + 1)) next.add(between);
          return { isOn: true, ids: next, anchor };
        }
        if (!next.delete(id)) next.add(id);
        return { isOn: true, ids: next, anchor: id };
      }),
  };
}
