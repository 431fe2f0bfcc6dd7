import { useRouter } from 'expo-router';
import { Pressable, StyleSheet } from 'react-native';
import { fullName } from '@ravlo/contract';
import { PersonMark } from '@/ui/PersonMark';
import { target } from '@/ui/tokens';
import { useMe } from './useMe';

/** Who is using Ravlo, always in sight; pressed, the way to somebody else. */
export function PersonButton() {
  const router = useRouter();
  const me = useMe();
  if (!me) return null;
  return (
    <Pressable
      role="button"
      aria-label={`${fullName(me)} is using Ravlo. Change who it is`}
      onPress={() => router.push('/people')}
      style={styles.button}
    >
      <PersonMark name={me.firstName} texture={me.pattern} size={40} />
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: { width: target, height: target, alignItems: 'center', justifyContent: 'center' },
});
