import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { Work } from '@ravlo/contract';
import { PencilStroke } from '@/ui/PencilStroke';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { isOfKind, WORK_KINDS, type WorkKind } from './workOrder';

const LABELS: Readonly<Record<WorkKind, string>> = {
  all: 'All',
  'handed-over': 'Handed over',
  marked: 'Marked',
  'taken-back': 'Taken back',
  'nothing-yet': 'Nothing yet',
  late: 'Late',
};

export interface CountsProps {
  readonly work: readonly Work[];
  readonly kind: WorkKind;
  readonly onChange: (kind: WorkKind) => void;
}

/** How many works there are of each kind; pressed, only those are shown. */
export function Counts({ work, kind, onChange }: CountsProps) {
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={styles.scroll}>
      <View role="radiogroup" aria-label="Which are shown" style={styles.row}>
        {WORK_KINDS.map((each) => {
          const count = work.filter((one) => isOfKind(one, each)).length;
          const isChosen = each === kind;
          return (
            <Pressable
              key={each}
              role="radio"
              aria-checked={isChosen}
              onPress={() => onChange(each)}
              style={styles.count}
            >
              <Words size="title" bold>
                {count}
              </Words>
              <Words bold={isChosen} colour={isChosen ? colours.ink : colours.quiet}>
                {LABELS[each]}
              </Words>
              <View style={styles.stroke}>{isChosen ? <PencilStroke width={34} /> : null}</View>
            </Pressable>
          );
        })}
      </View>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  scroll: { flexGrow: 0 },
  row: { flexDirection: 'row', gap: space.three },
  count: { minHeight: target, minWidth: 52 },
  stroke: { height: 8 },
});
