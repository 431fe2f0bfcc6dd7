import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { isOnItsWay, selectPhotos } from '@/packet/photosSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppSelector } from '@/packet/store';
import { selectVerdict } from '@/packet/verdictsSlice';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { KeysHelp } from '@/ui/KeysHelp';
import { Notice } from '@/ui/Notice';
import { sayPages } from '@/ui/sayBytes';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { colours, space } from '@/ui/tokens';
import { UndoBar } from '@/ui/UndoBar';
import { useKeys } from '@/ui/useKeys';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { sayPacket } from '@/verdict/sayVerdict';
import { idsOf } from './arrangements';
import { PageGrid } from './PageGrid';
import { PageSide } from './PageSide';
import { SelectionBar } from './SelectionBar';
import { TableSheets, type OpenSheet } from './TableSheets';
import { useTileSize } from './tileSize';
import { usePageRemarks } from './usePageRemarks';
import { useSelection } from './useSelection';
import { useTable } from './useTable';

/** One packet's pages, to be ordered and checked. */
export function TableScreen({ packetId }: { readonly packetId: string }) {
  const router = useRouter();
  const wide = useWide();
  const table = useTable(packetId);
  const { packet, pages, trouble, history } = table;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [sheet, setSheet] = useState<OpenSheet | null>(null);
  const [size, setSize] = useTileSize();
  const selection = useSelection(pages);
  const remarks = usePageRemarks(pages);
  const onItsWay = useAppSelector(selectPhotos).filter(
    (item) => item.packetId === packetId && isOnItsWay(item),
  ).length;
  const chosen = wide ? (pages.find((page) => page.id === chosenId) ?? pages[0] ?? null) : null;

  const verdicts = useAppSelector((state) => pages.map((page) => selectVerdict(state, page)), sameItems);
  const summary = sayPacket(verdicts);
  const toLookAt = pages.filter((_, i) => remarks[i] !== null);
  const firstBad = toLookAt[0];

  const openBench = (page: Page) => router.push(`/packet/${packetId}/page/${page.id}`);
  const step = (by: number) => {
    const at = pages.findIndex((page) => page.id === chosen?.id);
    const next = pages[Math.min(pages.length - 1, Math.max(0, at + by))];
    if (next) setChosenId(next.id);
  };
  const acted = selection.ids.size > 0 ? selection.ids : new Set(chosen ? [chosen.id] : []);
  const keys = useKeys([
    { keys: 'Ctrl+Z', what: 'Undo', run: () => void table.undo() },
    { keys: 'Ctrl+Shift+Z', what: 'Redo', run: () => void table.redo() },
    { keys: 'Ctrl+A', what: 'Select all pages', run: () => selection.set(idsOf(pages)) },
    { keys: 'Escape', what: 'End selecting', run: selection.end },
    {
      keys: 'Delete',
      what: 'Delete the selected pages',
      run: () => acted.size > 0 && void table.remove(acted),
    },
    { keys: 'R', what: 'Turn right', run: () => void table.turn(acted, 90) },
    { keys: 'Shift+R', what: 'Turn left', run: () => void table.turn(acted, 270) },
    { keys: 'N', what: 'Next page', run: () => step(1) },
    { keys: 'P', what: 'Page before', run: () => step(-1) },
    { keys: 'E', what: 'Open the page on the bench', run: () => chosen && openBench(chosen) },
  ]);

  const add = (
    <Button grow={!wide} label="Add pages" onPress={() => router.push(`/packet/${packetId}/gather`)} />
  );
  const finish = (
    <Button
      grow={!wide}
      kind="filled"
      label="Finish"
      disabled={pages.length === 0}
      onPress={() => router.push(`/packet/${packetId}/finish`)}
    />
  );

  return (
    <View style={styles.sideBySide}>
      <ScreenFrame
        header={
          <>
            {wide ? null : (
              <IconButton icon={ArrowLeft} label="To the shelf" onPress={() => router.replace('/')} />
            )}
            <View style={styles.title}>
              <Words size={wide ? 'title' : 'lead'} bold heading={1} numberOfLines={1}>
                {table.name}
              </Words>
              {packet ? (
                <Words size="small" colour={colours.quiet}>
                  {summary}
                </Words>
              ) : null}
            </View>
            <View style={styles.tools}>
              <IconButton
                icon={Undo}
                label={history.undoLabel}
                disabled={!history.undoStep}
                onPress={() => void table.undo()}
              />
              <IconButton
                icon={Redo}
                label={history.redoLabel}
                disabled={!history.redoStep}
                onPress={() => void table.redo()}
              />
              <IconButton icon={Ellipsis} label="All pages" onPress={() => setSheet({ kind: 'all' })} />
            </View>
            {wide ? add : null}
            {wide ? finish : null}
          </>
        }
        footer={
          <>
            {table.said ? <UndoBar message={table.said} onUndo={() => void table.undo()} /> : null}
            {selection.isOn ? (
              <SelectionBar
                count={selection.ids.size}
                onTurn={(by) => table.turn(selection.ids, by)}
                onLook={() => setSheet({ kind: 'look' })}
                onMove={() => setSheet({ kind: 'to-packet', ids: selection.ids })}
                onRemove={() => void table.remove(selection.ids).then(selection.end)}
                onEnd={selection.end}
              />
            ) : wide ? null : (
              <View style={styles.row}>
                {add}
                {finish}
              </View>
            )}
          </>
        }
      >
        {trouble ? <Notice tone="attention" title={trouble.detail} /> : null}
        {packet && packet.unreadable > 0 ? (
          <Notice
            tone="attention"
            title={`${sayPages(packet.unreadable)} cannot be shown.`}
            detail="The photos are safe on the computer that Ravlo runs on; the other pages are not affected."
          />
        ) : null}
        {onItsWay > 0 ? (
          <Notice
            title={`${sayPages(onItsWay)} on the way.`}
            detail="The photos are kept here and go up by themselves."
          />
        ) : null}
        {firstBad ? (
          <Notice
            title={`${toLookAt.length === 1 ? '1 page needs' : `${toLookAt.length} pages need`} a look.`}
            action={
              <Button
                label={`Look at page ${pages.indexOf(firstBad) + 1}`}
                onPress={() => openBench(firstBad)}
              />
            }
          />
        ) : null}
        {packet && pages.length === 0 && onItsWay === 0 ? (
          <Notice
            title="No pages yet."
            detail="Photograph the sheets or choose photos that you already have."
          />
        ) : null}
        {!packet && !trouble ? <Words role="status">Fetching the pages…</Words> : null}
        <PageGrid
          pages={pages}
          remarks={remarks}
          size={size}
          chosenId={chosen?.id ?? null}
          selected={selection.isOn ? selection.ids : null}
          onOpen={(page, how) => {
            if (selection.isOn || how !== 'plain') selection.pick(page.id, how);
            else if (wide) setChosenId(page.id);
            else openBench(page);
          }}
          onMenu={(page) => setSheet({ kind: 'page', page })}
          onReorder={(ids) => void table.reorder(ids, 'new order')}
        />
      </ScreenFrame>
      {chosen ? (
        <PageSide page={chosen} number={pages.indexOf(chosen) + 1} onOpenBench={() => openBench(chosen)} />
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
  title: { flex: 1, minWidth: 0 },
  tools: { flexDirection: 'row' },
  row: { flexDirection: 'row', gap: space.one * 1.5 },
});
