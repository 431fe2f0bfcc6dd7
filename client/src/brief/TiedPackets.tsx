import { useRouter } from 'expo-router';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { Pressable, StyleSheet, View } from 'react-native';
import { sayPages, type ShelfPacket } from '@ravlo/contract';
import { selectFacts } from '@/packet/editsSlice';
import { useAppSelector } from '@/packet/store';
import { colours, radius, space, target } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface TiedPacketsProps {
  readonly packets: readonly ShelfPacket[];
  /** null where nothing can be handed over any more */
  readonly onAnother: (() => void) | null;
}

/** The packets that are for a brief; nothing where there are none. */
export function TiedPackets({ packets, onAnother }: TiedPacketsProps) {
  if (packets.length === 0) return null;
  return (
    <View>
      <Words bold size="lead" heading={2}>
        {packets.length === 1 ? 'Its packet' : 'Its packets'}
      </Words>
      <View role="list" aria-label="Packets for this brief" style={styles.list}>
        {packets.map((packet) => (
          <TiedPacket key={packet.id} packet={packet} />
        ))}
      </View>
      {onAnother ? <WordButton label="Use another packet" onPress={onAnother} /> : null}
    </View>
  );
}

function TiedPacket({ packet }: { readonly packet: ShelfPacket }) {
  const router = useRouter();
  const { name } = useAppSelector((state) => selectFacts(state, packet));
  return (
    <View role="listitem">
      <Pressable role="link" onPress={() => router.push(`/packet/${packet.id}`)} style={styles.row}>
        <View style={styles.words}>
          <Words bold numberOfLines={2}>
            {name}
          </Words>
          <Words size="small" colour={colours.quiet}>
            {packet.pageCount === 0 ? 'No pages yet' : sayPages(packet.pageCount)}
          </Words>
        </View>
        <ChevronRight size={22} color={colours.quiet} aria-hidden />
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  list: { marginTop: space.one, gap: space.one },
  row: {
    minHeight: target,
    flexDirection: 'row',
    alignItems: 'center',
    padding: space.one * 1.5,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1, minWidth: 0 },
});
