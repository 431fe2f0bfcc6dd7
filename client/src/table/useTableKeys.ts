import { idsOf } from '@/packet/pageOrder';
import { useKeys } from '@/ui/useKeys';
import type { Chosen } from './pageMoves';
import type { useSelection } from './useSelection';
import type { Table } from './useTable';

export interface TableKeysOptions {
  readonly table: Table;
  readonly selection: ReturnType<typeof useSelection>;
  /** the page beside the table on a wide screen */
  readonly chosenId: string | null;
  readonly onChoose: (pageId: string) => void;
  readonly onOpen: (pageId: string) => void;
}

/** The table's keys: they act on what is selected, else on the chosen page. */
export function useTableKeys({ table, selection, chosenId, onChoose, onOpen }: TableKeysOptions) {
  const ids = idsOf(table.pages);
  const acted: Chosen = selection.ids.size > 0 ? selection.ids : new Set(chosenId ? [chosenId] : []);
  const step = (by: number) => {
    const at = chosenId ? ids.indexOf(chosenId) : -1;
    const next = ids[Math.min(ids.length - 1, Math.max(0, at + by))];
    if (next) onChoose(next);
  };
  return useKeys([
    { keys: 'Ctrl+Z', what: 'Undo', run: () => void table.undo() },
    { keys: 'Ctrl+Shift+Z', what: 'Redo', run: () => void table.redo() },
    { keys: 'Ctrl+A', what: 'Select all pages', run: () => selection.set(ids) },
    { keys: 'Escape', what: 'End selecting', run: selection.end },
    {
      keys: 'Delete',
      what: 'Delete the selected pages',
      run: () => acted.size > 0 && void table.remove(acted),
    },
    { keys: 'R', what: 'Turn right', run: () => table.turn(acted, 90) },
    { keys: 'Shift+R', what: 'Turn left', run: () => table.turn(acted, 270) },
    { keys: 'N', what: 'Next page', run: () => step(1) },
    { keys: 'P', what: 'Page before', run: () => step(-1) },
    { keys: 'E', what: 'Open the page on the bench', run: () => chosenId && onOpen(chosenId) },
  ]);
}
