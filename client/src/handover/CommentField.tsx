import { StyleSheet, View } from 'react-native';
import { MOST_COMMENT } from '@ravlo/contract';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface CommentFieldProps {
  readonly marker: string;
  readonly comment: string;
  readonly onChange: (comment: string) => void;
}

const THREE_LINES = { minHeight: 104 } as const;

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
      <TextField
        aria-labelledby="comment-label"
        multiline
        numberOfLines={3}
        value={comment}
        maxLength={MOST_COMMENT}
        onChangeText={onChange}
        place={THREE_LINES}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: space.one },
  head: { flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between' },
});
