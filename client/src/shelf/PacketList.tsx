import { StyleSheet, View } from 'react-native';
import type { Shelf } from '@ravlo/contract';
import type { Trouble } from '@/packet/trouble';
import { Notice } from '@/ui/Notice';
import { space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { PacketRow } from './PacketRow';
import { useGrowing } from '@/ui/useGrowing';

export interface PacketListProps {
  readonly shelf: Shelf | undefined;
  readonly trouble: Trouble | null;
  readonly openId?: string;
  readonly compact?: boolean;
  readonly onRemove: (id: string, name: string) => void;
}

/** The packets, newest first, in every state: loading, out of reach, empty, full. */
export function PacketList({ shelf, trouble, openId, compact = false, onRemove }: PacketListProps) {
  const packets = shelf?.packets;
  const { shown, end } = useGrowing();
  return (
    <View style={styles.list}>
      {trouble ? <Notice tone="attention" title={trouble.detail} /> : null}
      {!packets && !trouble ? <Words role="status">Fetching your packets…</Words> : null}
      {packets?.length === 0 ? (
        <Notice
          title="No packets yet."
          detail="A packet holds the pages of one assignment. Make one and add your first photo."
        />
      ) : null}
      {shelf && shelf.unreadable > 0 ? (
        <Notice
          tone="attention"
          title={`${shelf.unreadable === 1 ? 'One packet' : `${shelf.unreadable} packets`} cannot be shown.`}
          detail="Its photos are safe on the computer that Ravlo runs on; the others are not affected."
        />
      ) : null}
      {packets && packets.length > 0 ? (
        <View role="list" aria-label="Packets on the shelf" style={styles.list}>
          {packets.slice(0, shown).map((packet) => (
            <PacketRow
              key={packet.id}
              packet={packet}
              isOpen={packet.id === openId}
              compact={compact}
              onRemove={() => onRemove(packet.id, packet.name)}
            />
          ))}
        </View>
      ) : null}
      {packets && packets.length > shown ? <div ref={end} style={{ height: 1 }} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({ list: { gap: space.one * 1.25 } });
