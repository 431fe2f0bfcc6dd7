import { StyleSheet, View } from 'react-native';
import { colours, space } from './tokens';
import { Words } from './Words';

export interface FactRowProps {
  readonly about: string;
  readonly says: string;
}

/** What something is, led to by dots as on a bill. */
export function FactRow({ about, says }: FactRowProps) {
  return (
    <View style={styles.row}>
      <Words colour={colours.quiet}>{about}</Words>
      <View style={styles.dots} />
      <View style={styles.says}>
        <Words bold align="right">
          {says}
        </Words>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: space.one },
  dots: {
    flex: 1,
    minWidth: 16,
    marginBottom: 6,
    borderBottomWidth: 2,
    borderStyle: 'dotted',
    borderColor: colours.perforation,
  },
  says: { flexShrink: 1, maxWidth: '75%' },
});
