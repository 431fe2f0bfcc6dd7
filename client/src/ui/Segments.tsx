import { Pressable, StyleSheet, View } from 'react-native';
import { colours, radius, target } from './tokens';
import { Words } from './Words';

export interface SegmentsProps<T extends string> {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
  /** stands on a dark ground */
  readonly onDark?: boolean;
}

/** One of a few, side by side. */
export function Segments<T extends string>({ label, options, value, onChange, onDark }: SegmentsProps<T>) {
  const [front, ground] = onDark ? [colours.paperOnDark, colours.desk] : [colours.ink, colours.surface];
  return (
    <View
      role="radiogroup"
      aria-label={label}
      style={[styles.row, { borderColor: front, backgroundColor: ground }]}
    >
      {options.map((option) => {
        const chosen = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={chosen}
            onPress={() => onChange(option.value)}
            style={[styles.segment, chosen && { backgroundColor: front }]}
          >
            <Words bold colour={chosen ? ground : front}>
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
    overflow: 'hidden',
  },
  segment: { flex: 1, minHeight: target - 4, alignItems: 'center', justifyContent: 'center' },
});
