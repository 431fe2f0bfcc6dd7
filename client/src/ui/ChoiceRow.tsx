import { Pressable, StyleSheet, View } from 'react-native';
import { PencilStroke } from './PencilStroke';
import { colours, space, target } from './tokens';
import { Words } from './Words';

export interface ChoiceRowProps<T extends string> {
  readonly label: string;
  /** the label is said, not shown @default false */
  readonly hidesLabel?: boolean;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** One of a few words behind what they are about; the chosen one is underlined by the grease pencil. */
export function ChoiceRow<T extends string>(props: ChoiceRowProps<T>) {
  const { label, hidesLabel = false, options, value, onChange } = props;
  return (
    <View style={[styles.row, !hidesLabel && styles.ruled]}>
      {hidesLabel ? null : (
        <View style={styles.label}>
          <Words bold>{label}</Words>
        </View>
      )}
      <View role="radiogroup" aria-label={label} style={styles.options}>
        {options.map((option) => {
          const isChosen = option.value === value;
          return (
            <Pressable
              key={option.value}
              role="radio"
              aria-checked={isChosen}
              onPress={() => onChange(option.value)}
              style={styles.option}
            >
              <Words bold={isChosen} colour={isChosen ? colours.ink : colours.quiet}>
                {option.label}
              </Words>
              <View style={styles.stroke}>{isChosen ? <PencilStroke width={30} /> : null}</View>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

const STROKE = 8;

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: target + 4,
  },
  ruled: { borderBottomWidth: 1, borderColor: colours.line },
  // As high as the words beside it, which have a stroke's room below.
  label: { width: 70, paddingBottom: STROKE },
  options: { flex: 1, flexDirection: 'row', flexWrap: 'wrap' },
  option: {
    minHeight: target,
    minWidth: target,
    flexGrow: 1,
    paddingHorizontal: space.half,
    alignItems: 'center',
    justifyContent: 'center',
  },
  stroke: { height: STROKE },
});
