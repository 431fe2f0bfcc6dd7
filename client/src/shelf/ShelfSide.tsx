import { useRouter } from 'expo-router';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { ArchiveInput } from './ArchiveInput';
import { DueList } from './DueList';
import { PacketList } from './PacketList';
import { ShelfHead } from './ShelfHead';
import { ToMark } from './ToMark';
import { useShelf } from './useShelf';

/** The shelf as a narrow column beside the packet that is open. */
export function ShelfSide({ openId }: { readonly openId?: string }) {
  const router = useRouter();
  const { shelf, trouble, isCreating, isBringingIn, create, bringIn } = useShelf();
  return (
    <View role="navigation" aria-label="Packets" style={styles.side}>
      <View style={styles.head}>
        <ShelfHead compact />
        <Button kind="filled" label="New packet" disabled={isCreating} onPress={() => void create()} />
      </View>
      <ScrollView contentContainerStyle={styles.list}>
        <ToMark />
        <DueList compact />
        <PacketList compact shelf={shelf} trouble={trouble} openId={openId} onRemove={() => undefined} />
        <ArchiveInput isBusy={isBringingIn} onFile={(file) => void bringIn(file)} />
        <WordButton label="Deleted" onPress={() => router.push('/deleted')} />
        <WordButton label="Mail" onPress={() => router.push('/mail')} />
        <WordButton label="Class folders" onPress={() => router.push('/folders')} />
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  side: { width: 248, borderRightWidth: 1, borderColor: colours.line, backgroundColor: colours.ground },
  head: { padding: space.two, gap: space.two },
  list: { paddingHorizontal: space.two, paddingBottom: space.three, gap: space.one },
});
