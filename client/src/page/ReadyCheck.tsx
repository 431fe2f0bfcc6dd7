import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import { Pressable, StyleSheet, View } from 'react-native';
import type { ReadyFix, ReadyLine } from '@ravlo/contract';
import { colours, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface ReadyCheckProps {
  readonly lines: readonly ReadyLine[];
  readonly onFix: (fix: ReadyFix) => void;
}

/** What holds and what does not before the packet leaves; each thing that does not has its way out beside it. */
export function ReadyCheck({ lines, onFix }: ReadyCheckProps) {
  const open = lines.filter(({ holds }) => !holds).length;
  return (
    <View style={styles.check}>
      <View style={styles.head}>
        <Words bold size="lead" heading={2}>
          Ready check
        </Words>
        <Words size="small" colour={colours.quiet} role="status">
          {open === 0 ? 'All holds' : `${open} of ${lines.length} ${open === 1 ? 'needs' : 'need'} you`}
        </Words>
      </View>
      <View style={styles.lines} role="list" aria-label="Ready check">
        {lines.map((line, i) => (
          <Line key={line.about} line={line} isFirst={i === 0} onFix={onFix} />
        ))}
      </View>
    </View>
  );
}

interface LineProps {
  readonly line: ReadyLine;
  readonly isFirst: boolean;
  readonly onFix: (fix: ReadyFix) => void;
}

function Line({ line: { about, holds, says, fix }, isFirst, onFix }: LineProps) {
  return (
    <View role="listitem" style={[styles.line, !isFirst && styles.ruled]} testID={`ready-${about}`}>
      <View role="img" aria-label={holds ? 'Holds' : 'Does not hold'}>
        {holds ? (
          <CircleCheck size={22} color={colours.good} aria-hidden />
        ) : (
          <CircleAlert size={22} color={colours.pencil} aria-hidden />
        )}
      </View>
      <View style={styles.words}>
        <Words>{says}</Words>
      </View>
      {fix ? (
        <Pressable role="button" onPress={() => onFix(fix)} style={styles.fix}>
          <Words bold underlined colour={colours.pencil}>
            {fix.says}
          </Words>
        </Pressable>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  check: { gap: space.one },
  head: { flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between' },
  lines: {
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
    paddingHorizontal: space.two,
  },
  line: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    minHeight: target,
    paddingVertical: space.one,
  },
  ruled: { borderTopWidth: 1, borderColor: colours.line },
  words: { flex: 1, minWidth: 0 },
  fix: { minHeight: target - 4, justifyContent: 'center' },
});
