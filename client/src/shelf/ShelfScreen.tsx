import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { selectPhotos } from '@/packet/photosSlice';
import { useAppSelector } from '@/packet/store';
import { KeptPhotos } from '@/page/KeptPhotos';
import { Button } from '@/ui/Button';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { space } from '@/ui/tokens';
import { UndoBar } from '@/ui/UndoBar';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { ArchiveInput } from './ArchiveInput';
import { DueList } from './DueList';
import { PacketList } from './PacketList';
import { ShelfHead } from './ShelfHead';
import { ToMark } from './ToMark';
import { useShelf } from './useShelf';

/** All packets; on a phone the first screen. */
export function ShelfScreen() {
  const router = useRouter();
  const { shelf, trouble, isCreating, isBringingIn, lastDeleted, create, bringIn, remove, undoRemove } =
    useShelf();
  const photos = useAppSelector(selectPhotos);
  const held = useMemo(() => photos.filter(({ state }) => state === 'held'), [photos]);
  return (
    <ScreenFrame
      column
      header={<ShelfHead />}
      footer={
        <>
          {lastDeleted ? <UndoBar message={`${lastDeleted.what}.`} onUndo={() => void undoRemove()} /> : null}
          <Button kind="filled" label="New packet" disabled={isCreating} onPress={() => void create()} />
        </>
      }
    >
      {held.length > 0 ? (
        <>
          <Words size="lead" bold heading={2}>
            {held.length === 1 ? 'One photo is held back' : `${held.length} photos are held back`}
          </Words>
          <KeptPhotos label="Photos held back" items={held} />
        </>
      ) : null}
      <ToMark />
      <DueList />
      <Words size="lead" bold heading={2}>
        Packets
      </Words>
      <PacketList shelf={shelf} trouble={trouble} onRemove={(id, name) => void remove(id, name)} />
      <ArchiveInput isBusy={isBringingIn} onFile={(file) => void bringIn(file)} />
      <View style={styles.ways}>
        <WordButton label="Deleted" onPress={() => router.push('/deleted')} />
        <WordButton label="Mail" onPress={() => router.push('/mail')} />
        <WordButton label="Class folders" onPress={() => router.push('/folders')} />
      </View>
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: space.three },
});
