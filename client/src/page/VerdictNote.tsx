import CircleAlert from 'lucide-react-native/icons/circle-alert';
import type { Verdict } from '@ravlo/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { sayVerdict } from './sayVerdict';

export interface VerdictNoteProps {
  readonly verdict: Verdict | null;
  readonly onTakeAgain?: () => void;
}

/** On the dark desk: why a page is hard to read and what helps; nothing when it reads well. */
export function VerdictNote({ verdict, onTakeAgain }: VerdictNoteProps) {
  const words = verdict && sayVerdict(verdict);
  if (!verdict || !words) return null;
  return (
    <View role="status" aria-label="Verdict" style={styles.note}>
      <CircleAlert size={20} color={colours.pencilWordsOnDark} aria-hidden />
      <View style={styles.words}>
        <Words bold colour={colours.pencilWordsOnDark}>
          {words}
        </Words>
        {verdict.reasons.slice(0, 2).map(({ kind, place, says, fix }) => (
          <Words key={`${kind} ${place?.join() ?? ''}`} size="small" colour={colours.paperOnDark}>
            {`${says} ${fix}`}
          </Words>
        ))}
      </View>
      {onTakeAgain && verdict.word === 'take-again' ? (
        <Button kind="dark" label="Take again" onPress={onTakeAgain} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  note: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    paddingHorizontal: space.two,
    paddingTop: space.one,
  },
  words: { flex: 1 },
});
