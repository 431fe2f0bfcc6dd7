import { useRouter } from 'expo-router';
import Settings from 'lucide-react-native/icons/settings-2';
import { StyleSheet, View } from 'react-native';
import { PersonButton } from '@/page/PersonButton';
import { Brand } from '@/ui/Brand';
import { IconButton } from '@/ui/IconButton';
import { space } from '@/ui/tokens';

/** The name, who is using Ravlo, and the way to the settings. */
export function ShelfHead({ compact = false }: { readonly compact?: boolean }) {
  const router = useRouter();
  return (
    <View style={styles.row}>
      <Brand />
      <View style={styles.ways}>
        <PersonButton withName={!compact} />
        <IconButton icon={Settings} label="Settings" onPress={() => router.push('/settings')} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  ways: { gap: space.half, flexDirection: 'row', alignItems: 'center' },
  row: { flex: 1, flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
});
