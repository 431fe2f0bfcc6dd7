import { Pressable, StyleSheet, View } from 'react-native';
import type { MyBrief } from '@ravlo/contract';
import { sayState } from './sayBrief';
import { PencilStroke } from '@/ui/PencilStroke';
import { Sheet } from '@/ui/Sheet';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface BriefChoiceProps {
  readonly briefs: readonly MyBrief[];
  readonly chosen: string | null;
  readonly now: number;
  readonly onChoose: (briefId: string) => void;
  /** none can be chosen too */
  readonly onNone?: () => void;
  readonly onClose: () => void;
}

/** Which brief is this for? */
export function BriefChoice({ briefs, chosen, now, onChoose, onNone, onClose }: BriefChoiceProps) {
  return (
    <Sheet title="Which brief?" onClose={onClose}>
      <View role="radiogroup" aria-label="Brief">
        {onNone ? (
          <Pressable
            role="radio"
            aria-checked={chosen === null}
            onPress={() => {
              onNone();
              onClose();
            }}
            style={styles.row}
          >
            <Words bold>None</Words>
            {chosen === null ? <PencilStroke width={48} /> : null}
          </Pressable>
        ) : null}
        {briefs.map((mine) => (
          <Pressable
            key={mine.brief.id}
            role="radio"
            aria-checked={mine.brief.id === chosen}
            onPress={() => {
              onChoose(mine.brief.id);
              onClose();
            }}
            style={styles.row}
          >
            <Words bold>{mine.brief.title}</Words>
            {mine.brief.id === chosen ? <PencilStroke width={48} /> : null}
            <Words size="small" colour={colours.quiet}>
              {`${mine.deskClass.name}. ${sayState(mine, now)}`}
            </Words>
          </Pressable>
        ))}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { minHeight: target, paddingHorizontal: space.one * 1.5, paddingVertical: space.one },
});
