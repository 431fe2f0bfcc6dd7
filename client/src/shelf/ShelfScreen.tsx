import { Button } from '@/ui/Button';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { UndoBar } from '@/ui/UndoBar';
import { Words } from '@/ui/Words';
import { PacketList } from './PacketList';
import { ShelfHead } from './ShelfHead';
import { useShelf } from './useShelf';

/** All packets; on a phone the first screen. */
export function ShelfScreen() {
  const shelf = useShelf();
  return (
    <ScreenFrame
      column
      header={<ShelfHead />}
      footer={
        <>
          {shelf.removed ? (
            <UndoBar message={`“${shelf.removed.name}” is deleted.`} onUndo={() => void shelf.undoRemove()} />
          ) : null}
          <Button
            kind="filled"
            label="New packet"
            disabled={shelf.isCreating}
            onPress={() => void shelf.create()}
          />
        </>
      }
    >
      <Words size="lead" bold heading={2}>
        Packets
      </Words>
      <PacketList
        packets={shelf.packets}
        trouble={shelf.trouble}
        onRemove={(id, name) => void shelf.remove(id, name)}
      />
    </ScreenFrame>
  );
}
