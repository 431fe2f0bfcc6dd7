import { useRouter } from 'expo-router';
import ArrowLeftRight from 'lucide-react-native/icons/arrow-left-right';
import { Pressable, StyleSheet, View } from 'react-native';
import { fullName } from '@ravlo/contract';
import { PersonMark } from '@/ui/PersonMark';
import { colours, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { useMe } from './useMe';

export interface PersonButtonProps {
  /** with the name beside the mark, where there is room @default false */
  readonly withName?: boolean;
}

/** Who is using Ravlo, always in sight; pressed, the way to somebody else. */
export function PersonButton({ withName = false }: PersonButtonProps) {
  const router = useRouter();
  const me = useMe();
  if (!me) return null;
  return (
    <Pressable
      role="button"
      aria-label={`${fullName(me)} is using Ravlo. Change who it is`}
      onPress={() => router.push('/people')}
      style={[styles.button, withName && styles.named]}
    >
      <PersonMark name={me.firstName} texture={me.pattern} size={withName ? 36 : 40} />
      {withName ? (
        <>
          <View style={styles.name}>
            <Words bold numberOfLines={1}>
              {me.firstName || 'Me'}
            </Words>
          </View>
          <ArrowLeftRight size={18} color={colours.quiet} aria-hidden />
        </>
      ) : null}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: { width: target, height: target, alignItems: 'center', justifyContent: 'center' },
  named: {
    width: 'auto',
    flexDirection: 'row',
    gap: space.one,
    paddingLeft: 5,
    paddingRight: space.one * 1.5,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  name: { maxWidth: 120 },
});
