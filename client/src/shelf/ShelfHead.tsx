import { useRouter } from 'expo-router';
import Settings from 'lucide-react-native/icons/settings-2';
import { StyleSheet, View } from 'react-native';
import { Brand } from '@/ui/Brand';
import { IconButton } from '@/ui/IconButton';

/** The name, and the way to the settings. */
export function ShelfHead() {
  const router = useRouter();
  return (
    <View style={styles.row}>
      <Brand />
      <IconButton icon={Settings} label="Settings" onPress={() => router.push('/settings')} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flex: 1, flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
});
