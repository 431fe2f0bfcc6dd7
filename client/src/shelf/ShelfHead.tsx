import { useRouter } from 'expo-router';
import Settings from 'lucide-react-native/icons/settings-2';
import { StyleSheet, View } from 'react-native';
import { PersonButton } from '@/page/PersonButton';
import { Brand } from '@/ui/Brand';
import { IconButton } from '@/ui/IconButton';

/** The name, who is using Ravlo, and the way to the settings. */
export function ShelfHead() {
  const router = useRouter();
  return (
    <View style={styles.row}>
      <Brand />
      <View style={styles.ways}>
        <PersonButton />
        <IconButton icon={Settings} label="Settings" onPress={() => router.push('/settings')} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  ways: { flexDirection: 'row', alignItems: 'center' },
  row: { flex: 1, flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
});
