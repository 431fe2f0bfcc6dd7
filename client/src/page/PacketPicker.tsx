import { useShelfQuery } from '@/packet/api';
import { sayPages } from '@ravlo/contract';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { Words } from '@/ui/Words';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Segments } from '@/ui/Segments';
import { space } from '@/ui/tokens';

export interface PacketPickerProps {
  readonly title: string;
  /** not offered */
  readonly packetId: string;
  /** ask whether pages are moved or copied */
  readonly offersCopy?: boolean;
  readonly onPick: (packet: { id: string; name: string }, way: 'move' | 'copy') => void;
  readonly onNew?: () => void;
  readonly onClose: () => void;
}

/** Which other packet? */
export function PacketPicker({ title, packetId, offersCopy, onPick, onNew, onClose }: PacketPickerProps) {
  const { data: shelf } = useShelfQuery();
  const [way, setWay] = useState<'move' | 'copy'>('move');
  const others = (shelf?.packets ?? []).filter(({ id }) => id !== packetId);
  const then = (action: () => void) => () => {
    onClose();
    action();
  };
  return (
    <Sheet title={title} onClose={onClose}>
      {offersCopy ? (
        <View style={styles.way}>
          <Segments
            label="Move or copy"
            options={[
              { value: 'move', label: 'Move' },
              { value: 'copy', label: 'Copy' },
            ]}
            value={way}
            onChange={setWay}
          />
        </View>
      ) : null}
      {onNew && way === 'move' ? <SheetItem label="A new packet" onPress={then(onNew)} /> : null}
      {others.map(({ id, name, pageCount }) => (
        <SheetItem
          key={id}
          label={`${name} (${sayPages(pageCount)})`}
          onPress={then(() => onPick({ id, name }, way))}
        />
      ))}
      {others.length === 0 && !onNew ? <Words>There is no other packet.</Words> : null}
    </Sheet>
  );
}

const styles = StyleSheet.create({ way: { padding: space.one } });
