import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { selectOutbox } from '@/gather/outboxSlice';
import { useAppSelector } from '@/state/store';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { sayPages } from '@/ui/sayBytes';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { colours, space } from '@/ui/tokens';
import { UndoBar } from '@/ui/UndoBar';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { selectVerdict } from '@/state/verdicts';
import { sayPacket } from '@/verdict/sayVerdict';
import { PageGrid } from './PageGrid';
import { PageSide } from './PageSide';
import { pageNumber, useTable } from './useTable';

/** Two lists with the very same things in them. */
const sameItems = <T,>(a: readonly T[], b: readonly T[]) =>
  a.length === b.length && a.every((item, i) => item === b[i]);

/** One packet's pages, to be ordered and checked. */
export function TableScreen({ packetId }: { readonly packetId: string }) {
  const router = useRouter();
  const wide = useWide();
  const table = useTable(packetId);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const onItsWay = useAppSelector(selectOutbox).filter(
    (item) => item.packetId === packetId && item.state !== 'saved' && item.state !== 'refused',
  ).length;
  const { packet, trouble, removed } = table;
  const pages = packet?.pages ?? [];
  const chosen = wide ? (pages.find((page) => page.id === chosenId) ?? pages[0] ?? null) : null;

  const verdicts = useAppSelector((state) => pages.map((page) => selectVerdict(state, page)), sameItems);
  const summary = sayPacket(verdicts);
  const firstBad = pages[verdicts.findIndex((verdict) => verdict !== null && verdict.word !== 'reads-well')];

  const openBench = (page: Page) => router.push(`/packet/${packetId}/page/${page.id}`);
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
              <Words size="title" bold heading={1} numberOfLines={1}>
                {packet?.name ?? ' '}
              </Words>
              {packet ? (
                <Words size="small" colour={colours.quiet}>
                  {summary}
                </Words>
              ) : null}
            </View>
            {wide ? add : null}
            {wide ? finish : null}
          </>
        }
        footer={
          <>
            {removed ? (
              <UndoBar
                message={`Page ${removed.number} is deleted.`}
                onUndo={() => void table.undoRemove()}
              />
            ) : null}
            {wide ? null : (
              <View style={styles.row}>
                {add}
                {finish}
              </View>
            )}
          </>
        }
      >
        {trouble ? <Notice tone="attention" title={trouble.detail} /> : null}
        {onItsWay > 0 ? (
          <Notice
            title={`${sayPages(onItsWay)} on the way.`}
            detail="The photos are kept here and go up by themselves."
          />
        ) : null}
        {firstBad ? (
          <Notice
            title={summary}
            action={
              <Button
                label={`Look at page ${pageNumber(packet, firstBad.id)}`}
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
          chosenId={chosen?.id ?? null}
          onOpen={(page) => (wide ? setChosenId(page.id) : openBench(page))}
          onRemove={(page) => void table.remove(page)}
          onReorder={(ids) => void table.reorder(ids)}
        />
      </ScreenFrame>
      {chosen ? (
        <PageSide
          page={chosen}
          number={pageNumber(packet, chosen.id)}
          onOpenBench={() => openBench(chosen)}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  sideBySide: { flex: 1, flexDirection: 'row', minWidth: 0 },
  title: { flex: 1, minWidth: 0 },
  row: { flexDirection: 'row', gap: space.one * 1.5 },
});
