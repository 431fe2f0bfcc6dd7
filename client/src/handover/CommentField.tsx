import { StyleSheet, TextInput, View } from 'react-native';
import { MOST_COMMENT } from '@ravlo/contract';
import { colours, fonts, radius, space, type } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface CommentFieldProps {
  readonly marker: string;
  readonly comment: string;
  readonly onChange: (comment: string) => void;
}

/** A word to the marker. */
export function CommentField({ marker, comment, onChange }: CommentFieldProps) {
  return (
    <View style={styles.all}>
      <View style={styles.head}>
        <Words bold nativeID="comment-label">{`A word to ${marker}`}</Words>
        <Words size="small" colour={colours.quiet}>
          may stay empty
        </Words>
      </View>
      <TextInput
        aria-labelledby="comment-label"
        multiline
        numberOfLines={3}
        value={comment}
        maxLength={MOST_COMMENT}
        onChangeText={onChange}
        style={styles.input}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: space.one },
  head: { flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between' },
  input: {
    minHeight: 88,
    padding: space.two,
    borderRadius: radius,
    borderWidth: 1.5,
    borderColor: colours.quiet,
    backgroundColor: colours.surface,
    fontFamily: fonts.regular,
    color: colours.ink,
    ...type.body,
  },
});
