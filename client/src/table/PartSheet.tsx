import Check from 'lucide-react-native/icons/check';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { changeRecipe } from '@/packet/editing';
import { useAppDispatch } from '@/packet/store';
import type { TiedParts } from '@/page/useTie';
import { PencilStroke } from '@/ui/PencilStroke';
import { Sheet } from '@/ui/Sheet';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface PartSheetProps {
  readonly page: Page;
  /** from 1 */
  readonly number: number;
  readonly parts: TiedParts;
  readonly onClose: () => void;
}

/** Which of the parts that are asked for is this page? */
export function PartSheet({ page, number, parts, onClose }: PartSheetProps) {
  const dispatch = useAppDispatch();
  const now = parts.given[number - 1] ?? '';
  const say = (part: string) => {
    dispatch(changeRecipe(page, (recipe) => ({ ...recipe, part }), 'part'));
    onClose();
  };
  return (
    <Sheet title={`What is page ${number}?`} onClose={onClose}>
      <ScrollView style={styles.list}>
        <View role="radiogroup" aria-label={`What page ${number} is`}>
          {parts.asked.map((part) => (
            <PartRow
              key={part}
              label={part}
              isChosen={part === now}
              isThere={parts.given.includes(part)}
              onPress={() => say(part)}
            />
          ))}
          <PartRow label="None of them" isChosen={now === ''} isThere={false} onPress={() => say('')} />
        </View>
      </ScrollView>
    </Sheet>
  );
}

interface PartRowProps {
  readonly label: string;
  readonly isChosen: boolean;
  /** some page is it */
  readonly isThere: boolean;
  readonly onPress: () => void;
}

function PartRow({ label, isChosen, isThere, onPress }: PartRowProps) {
  return (
    <Pressable role="radio" aria-checked={isChosen} onPress={onPress} style={styles.row}>
      <View style={styles.words}>
        <Words bold>{label}</Words>
        {isChosen ? <PencilStroke width={44} /> : null}
      </View>
      {isThere ? <Check size={20} color={colours.quiet} aria-label="is here" /> : null}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  list: { maxHeight: 480 },
  row: {
    minHeight: target,
    paddingHorizontal: space.one * 1.5,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
  },
  words: { flex: 1 },
});
