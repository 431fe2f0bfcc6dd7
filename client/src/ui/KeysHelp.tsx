import { StyleSheet, View } from 'react-native';
import { Sheet } from './Sheet';
import { colours, space } from './tokens';
import type { KeyBinding } from './useKeys';
import { Words } from './Words';

export interface KeysHelpProps {
  readonly keys: readonly KeyBinding[];
  readonly onClose: () => void;
}

/** All keys of a screen. */
export function KeysHelp({ keys, onClose }: KeysHelpProps) {
  return (
    <Sheet title="Keys" onClose={onClose}>
      <View role="list" style={styles.list}>
        {keys.map(({ keys: pressed, what }) => (
          <View key={pressed} role="listitem" style={styles.row}>
            <Words>{what}</Words>
            <Words bold colour={colours.quiet}>
              {pressed}
            </Words>
          </View>
        ))}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  list: { paddingHorizontal: space.one },
  row: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    gap: space.two,
    paddingVertical: space.half + 2,
    borderTopWidth: 1,
    borderColor: colours.line,
  },
});
