import { forwardRef } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { MOST_NAME_LENGTH } from '@ravlo/contract';
import { colours, fonts, radius, space, target, type } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface NameFieldProps {
  readonly name: string;
  readonly problem: string | null;
  /** a name to begin with, where there is none yet */
  readonly suggestion: string | null;
  /** what the name becomes as a file's, where that is something else */
  readonly file: string;
  readonly onChange: (name: string) => void;
  /** opens the way to put it together from parts */
  readonly onParts: () => void;
}

/** What the file is called. */
export const NameField = forwardRef<TextInput, NameFieldProps>(function NameField(
  { name, problem, suggestion, file, onChange, onParts },
  ref,
) {
  return (
    <View style={styles.field}>
      <View style={styles.head}>
        <Words bold nativeID="name-label">
          File name
        </Words>
        <WordButton label="From parts" onPress={onParts} />
      </View>
      <View style={styles.inputRow}>
        <TextInput
          ref={ref}
          aria-labelledby="name-label"
          value={name}
          placeholder="As your teacher asked"
          placeholderTextColor={colours.quiet}
          maxLength={MOST_NAME_LENGTH + 20}
          onChangeText={onChange}
          style={styles.input}
        />
        <Words bold colour={colours.quiet}>
          .pdf
        </Words>
      </View>
      {problem ? (
        <Words role="alert" colour={colours.pencil}>
          {problem}
        </Words>
      ) : file !== name && name ? (
        <Words
          size="small"
          colour={colours.quiet}
        >{`Saved as ${file}.pdf, which every system takes and no other packet has.`}</Words>
      ) : null}
      {suggestion ? (
        <WordButton label={`Name it “${suggestion}”`} onPress={() => onChange(suggestion)} />
      ) : null}
    </View>
  );
});

const styles = StyleSheet.create({
  field: { gap: space.half },
  head: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  inputRow: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: target + 4,
    paddingRight: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1.5,
    borderColor: colours.quiet,
  },
  input: {
    flex: 1,
    minWidth: 0,
    alignSelf: 'stretch',
    paddingHorizontal: space.two,
    fontFamily: fonts.bold,
    color: colours.ink,
    borderRadius: radius,
    ...type.lead,
  },
});
