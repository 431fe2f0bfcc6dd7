import { Pressable, StyleSheet, View } from 'react-native';
import { PencilStroke } from './PencilStroke';
import { colours, space, target } from './tokens';
import { Words } from './Words';

export interface ChoiceRowProps<T extends string | number> {
  readonly label: string;
  /** the label is said, not shown @default false */
  readonly hidesLabel?: boolean;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
  /** stands on a dark ground, among others in a row: small, no wider than its words @default false */
  readonly onDark?: boolean;
}

/** One of a few words behind what they are about; the chosen one is underlined by the grease pencil. */
export function ChoiceRow<T extends string | number>(props: ChoiceRowProps<T>) {
  const { label, hidesLabel = false, options, value, onChange, onDark = false } = props;
  const [chosen, other, stroke] = onDark ? ON_DARK : ON_PAPER;
  return (
    <View style={[styles.row, !hidesLabel && styles.ruled]}>
      {hidesLabel ? null : (
        <View style={styles.label}>
          <Words bold>{label}</Words>
        </View>
      )}
      <View role="radiogroup" aria-label={label} style={onDark ? styles.narrow : styles.options}>
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
              <Words bold={isChosen} size={onDark ? 'small' : 'body'} colour={isChosen ? chosen : other}>
                {option.label}
              </Words>
              <View style={styles.stroke}>
                {isChosen ? <PencilStroke width={30} colour={stroke} /> : null}
              </View>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

/** Of the chosen one, of the others, and of the stroke. */
const ON_PAPER = [colours.ink, colours.quiet, colours.pencil] as const;
const ON_DARK = [colours.paperOnDark, colours.deskQuiet, colours.pencilOnDark] as const;

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
  narrow: { flexDirection: 'row', gap: space.half },
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
