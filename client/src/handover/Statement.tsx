import Check from 'lucide-react-native/icons/check';
import { Pressable, StyleSheet, View } from 'react-native';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface StatementProps {
  readonly words: string;
  readonly isConfirmed: boolean;
  readonly onChange: (isConfirmed: boolean) => void;
}

/** What the brief wants to be confirmed, ticked by hand. */
export function Statement({ words, isConfirmed, onChange }: StatementProps) {
  return (
    <Pressable
      role="checkbox"
      aria-checked={isConfirmed}
      onPress={() => onChange(!isConfirmed)}
      style={styles.row}
    >
      <View style={styles.box}>
        {isConfirmed ? <Check size={26} color={colours.ink} strokeWidth={3} aria-hidden /> : null}
      </View>
      <View style={styles.words}>
        <Words>{words}</Words>
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: space.two, minHeight: target },
  box: {
    width: 28,
    height: 28,
    borderRadius: 5,
    borderWidth: 2,
    borderColor: colours.ink,
    backgroundColor: colours.surface,
    alignItems: 'center',
    justifyContent: 'center',
  },
  words: { flex: 1, minWidth: 0 },
});
