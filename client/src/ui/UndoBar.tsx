import { Pressable, StyleSheet, View } from 'react-native';
import { colours, radius, space, target } from './tokens';
import { Words } from './Words';

export interface UndoBarProps {
  readonly message: string;
  readonly onUndo: () => void;
}

/** Says what was just done and takes it back. */
export function UndoBar({ message, onUndo }: UndoBarProps) {
  return (
    <View role="status" style={styles.bar}>
      <View style={styles.words}>
        <Words colour={colours.paperOnDark}>{message}</Words>
      </View>
      <Pressable role="button" onPress={onUndo} style={styles.button}>
        <Words bold colour={colours.paperOnDark}>
          Undo
        </Words>
      </Pressable>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.desk,
    borderRadius: radius,
    paddingLeft: space.two,
  },
  words: { flex: 1 },
  button: { minHeight: target, minWidth: target, paddingHorizontal: space.two, justifyContent: 'center' },
});
