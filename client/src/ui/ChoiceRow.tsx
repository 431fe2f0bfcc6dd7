import { Pressable, StyleSheet, View } from 'react-native';
import { PencilStroke } from './PencilStroke';
import { colours, space, target } from './tokens';
import { Words } from './Words';

export interface ChoiceRowProps<T extends string> {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** One of a few words behind what they are about; the chosen one is underlined by the grease pencil. */
export function ChoiceRow<T extends string>({ label, options, value, onChange }: ChoiceRowProps<T>) {
  return (
    <View style={styles.row}>
      <View style={styles.label}>
        <Words bold>{label}</Words>
      </View>
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

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: target + 4,
    borderBottomWidth: 1,
    borderColor: colours.line,
  },
  label: { width: 76 },
  options: { flex: 1, flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between' },
  option: {
    minHeight: target,
    minWidth: target,
    paddingHorizontal: space.half,
    alignItems: 'center',
    justifyContent: 'center',
  },
  stroke: { height: 8 },
});
