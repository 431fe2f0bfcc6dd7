import { Pressable, StyleSheet, View } from 'react-native';
import { colours, radius, target } from './tokens';
import { Words } from './Words';

export interface SegmentsProps<T extends string> {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** One of a few, side by side. */
export function Segments<T extends string>({ label, options, value, onChange }: SegmentsProps<T>) {
  return (
    <View role="radiogroup" aria-label={label} style={styles.row}>
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={chosen}
            onPress={() => onChange(option.value)}
            style={[styles.segment, chosen && styles.chosen]}
          >
            <Words bold colour={chosen ? colours.surface : colours.ink}>
              {option.label}
            </Words>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    borderRadius: radius,
    borderWidth: 1.5,
    borderColor: colours.ink,
    backgroundColor: colours.surface,
    overflow: 'hidden',
  },
  segment: { flex: 1, minHeight: target - 4, alignItems: 'center', justifyContent: 'center' },
  chosen: { backgroundColor: colours.ink },
});
