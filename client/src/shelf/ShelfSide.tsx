import { ScrollView, StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { PacketList } from './PacketList';
import { ShelfHead } from './ShelfHead';
import { useShelf } from './useShelf';

/** The shelf as a narrow column beside the packet that is open. */
export function ShelfSide({ openId }: { readonly openId?: string }) {
  const shelf = useShelf();
  return (
    <View role="navigation" aria-label="Packets" style={styles.side}>
      <View style={styles.head}>
        <ShelfHead />
        <Button
          kind="filled"
          label="New packet"
          disabled={shelf.isCreating}
          onPress={() => void shelf.create()}
        />
      </View>
      <ScrollView contentContainerStyle={styles.list}>
        <PacketList
          compact
          packets={shelf.packets}
          trouble={shelf.trouble}
          openId={openId}
          onRemove={() => undefined}
        />
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  side: { width: 248, borderRightWidth: 1, borderColor: colours.line, backgroundColor: colours.ground },
  head: { padding: space.two, gap: space.two },
  list: { paddingHorizontal: space.two, paddingBottom: space.three },
});
