import { Link } from 'expo-router';
import X from 'lucide-react-native/icons/x';
import { Pressable, StyleSheet, View } from 'react-native';
import { sayPages, type ShelfPacket } from '@ravlo/contract';
import { IconButton } from '@/ui/IconButton';
import { selectFacts } from '@/packet/editsSlice';
import { useAppSelector } from '@/packet/store';
import { CoverPicture } from './CoverPicture';
import { colours, radius, space } from '@/ui/tokens';
import { sayWhen } from '@/ui/sayWhen';
import { Words } from '@/ui/Words';

export interface PacketRowProps {
  readonly packet: ShelfPacket;
  /** the packet that is open beside the shelf */
  readonly isOpen: boolean;
  readonly onRemove: () => void;
  /** on the narrow shelf beside the table there is less room */
  readonly compact: boolean;
}

/** One packet on the shelf: its first page, name, page count and last change. */
export function PacketRow({ packet, isOpen, onRemove, compact }: PacketRowProps) {
  const { cover } = packet;
  const { name } = useAppSelector((state) => selectFacts(state, packet));
  const pages = packet.pageCount === 0 ? 'No pages yet' : sayPages(packet.pageCount);
  const when = sayWhen(packet.changedAt);
  return (
    <View role="listitem" style={[styles.row, compact && styles.compact, isOpen && styles.open]}>
      <Link href={`/packet/${packet.id}`} asChild>
        <Pressable role="link" aria-current={isOpen ? 'page' : undefined} style={styles.link}>
          <View style={compact ? styles.smallPicture : styles.picture}>
            {cover ? (
              <CoverPicture pageId={cover.pageId} version={cover.version} />
            ) : (
              <View style={styles.blank} />
            )}
          </View>
          <View style={styles.words}>
            <Words bold numberOfLines={2}>
              {name}
            </Words>
            <Words size="small" colour={colours.quiet}>
              {compact ? `${pages}, ${when}` : pages}
            </Words>
          </View>
          {compact ? null : (
            <Words size="small" colour={colours.quiet}>
              {when}
            </Words>
          )}
        </Pressable>
      </Link>
      {compact ? null : (
        <IconButton icon={X} label={`Delete ${name}`} colour={colours.quiet} onPress={onRemove} />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  compact: { backgroundColor: 'transparent', borderColor: 'transparent' },
  open: { backgroundColor: colours.surface, borderColor: colours.line },
  link: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two * 0.75,
    padding: space.one * 1.5,
  },
  picture: { width: 54, height: 74 },
  smallPicture: { width: 36, height: 50 },
  blank: { flex: 1, borderWidth: 1, borderStyle: 'dashed', borderColor: colours.quiet, borderRadius: 2 },
  words: { flex: 1, gap: 2 },
});
