import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { sameItems } from '@/packet/sameItems';
import { useAppSelector } from '@/packet/store';
import { selectVerdict } from '@/packet/verdictsSlice';
import { sayPacket } from '@/page/sayVerdict';
import { usePageRemarks } from '@/page/usePageRemarks';
import { Button } from '@/ui/Button';
import { KeysHelp } from '@/ui/KeysHelp';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { space } from '@/ui/tokens';
import { UndoBar } from '@/ui/UndoBar';
import { useWide } from '@/ui/useWide';
import { PageGrid } from './PageGrid';
import { PageSide } from './PageSide';
import { SelectionBar } from './SelectionBar';
import { TableHeader } from './TableHeader';
import { TableNotices } from './TableNotices';
import { TableSheets, type OpenSheet } from './TableSheets';
import { useTileSize } from './tileSize';
import { useSelection, type PressKind } from './useSelection';
import { useTable } from './useTable';
import { useTableKeys } from './useTableKeys';

/** One packet's pages, to be ordered and checked. */
export function TableScreen({ packetId }: { readonly packetId: string }) {
  const router = useRouter();
  const wide = useWide();
  const table = useTable(packetId);
  const { pages } = table;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [sheet, setSheet] = useState<OpenSheet | null>(null);
  const [size, setSize] = useTileSize();
  const selection = useSelection(pages);
  const remarks = usePageRemarks(pages);
  const verdicts = useAppSelector((state) => pages.map((page) => selectVerdict(state, page)), sameItems);
  const chosen = wide ? (pages.find(({ id }) => id === chosenId) ?? pages[0] ?? null) : null;

  const openBench = (pageId: string) => router.push(`/packet/${packetId}/page/${pageId}`);
  const open = (page: Page, how: PressKind) => {
    if (selection.isOn || how !== 'plain') selection.pick(page.id, how);
    else if (wide) setChosenId(page.id);
    else openBench(page.id);
  };
  const keys = useTableKeys({
    table,
    selection,
    chosenId: chosen?.id ?? null,
    onChoose: setChosenId,
    onOpen: openBench,
  });

  const actions = (
    <>
      <Button grow={!wide} label="Add pages" onPress={() => router.push(`/packet/${packetId}/gather`)} />
      <Button
        grow={!wide}
        kind="filled"
        label="Finish"
        disabled={pages.length === 0}
        onPress={() => router.push(`/packet/${packetId}/finish`)}
      />
    </>
  );
  const footer = selection.isOn ? (
    <SelectionBar
      count={selection.ids.size}
      onTurn={(by) => table.turn(selection.ids, by)}
      onLook={() => setSheet({ kind: 'look' })}
      onMove={() => setSheet({ kind: 'to-packet', ids: selection.ids })}
      onRemove={() => void table.remove(selection.ids).then(selection.end)}
      onEnd={selection.end}
    />
  ) : wide ? null : (
    <View style={styles.row}>{actions}</View>
  );

  return (
    <View style={styles.sideBySide}>
      <ScreenFrame
        header={
          <TableHeader
            packetId={packetId}
            table={table}
            summary={sayPacket(verdicts)}
            onMenu={() => setSheet({ kind: 'all' })}
            actions={actions}
          />
        }
        footer={
          <>
            {table.said ? <UndoBar message={table.said} onUndo={() => void table.undo()} /> : null}
            {footer}
          </>
        }
      >
        <TableNotices
          packetId={packetId}
          table={table}
          remarks={remarks}
          onOpen={(page) => openBench(page.id)}
        />
        <PageGrid
          pages={pages}
          remarks={remarks}
          size={size}
          chosenId={chosen?.id ?? null}
          selected={selection.isOn ? selection.ids : null}
          onOpen={open}
          onMenu={(page) => setSheet({ kind: 'page', page })}
          parts={table.tie.parts}
          onPart={(page) => setSheet({ kind: 'part', page })}
          onReorder={(ids) => void table.reorder(ids, 'new order')}
        />
      </ScreenFrame>
      {chosen ? (
        <PageSide page={chosen} number={pages.indexOf(chosen) + 1} onOpenBench={() => openBench(chosen.id)} />
      ) : null}
      <TableSheets
        packetId={packetId}
        sheet={sheet}
        table={table}
        selected={selection.ids}
        size={size}
        onSize={setSize}
        onSelect={(ids) => selection.set(ids)}
        onOpen={setSheet}
        onClose={() => setSheet(null)}
      />
      {keys.isHelpOpen ? <KeysHelp keys={keys.list} onClose={keys.closeHelp} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  sideBySide: { flex: 1, flexDirection: 'row', minWidth: 0 },
  row: { flexDirection: 'row', gap: space.one * 1.5 },
});
