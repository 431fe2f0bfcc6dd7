import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Camera from 'lucide-react-native/icons/camera';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import { StyleSheet, View } from 'react-native';
import type { useHistory } from '@/packet/useHistory';
import { IconButton } from '@/ui/IconButton';
import { colours, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';

export interface BenchHeaderProps {
  /** from 0; below while the page is not here */
  readonly index: number;
  readonly count: number;
  readonly history: ReturnType<typeof useHistory>;
  readonly onBack: () => void;
  readonly onPrevious: () => void;
  readonly onNext: () => void;
  readonly onTakeAgain: () => void;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
}

/** The line over the bench: back, leaf, take again, undo and redo. */
export function BenchHeader({ index, count, history, ...on }: BenchHeaderProps) {
  const colour = colours.paperOnDark;
  const wide = useWide();
  const isHere = index >= 0;
  return (
    <View style={styles.header}>
      <IconButton icon={ArrowLeft} label="To the table" colour={colour} onPress={on.onBack} />
      <View style={styles.leaf}>
        <IconButton
          icon={ChevronLeft}
          label="Previous page"
          colour={colour}
          disabled={index <= 0}
          onPress={on.onPrevious}
        />
        <Words
          bold
          size="lead"
          heading={1}
          align="center"
          colour={colour}
          numberOfLines={1}
          aria-label={isHere ? `Page ${index + 1} of ${count}` : undefined}
        >
          {isHere ? (wide ? `Page ${index + 1} of ${count}` : `${index + 1} of ${count}`) : ' '}
        </Words>
        <IconButton
          icon={ChevronRight}
          label="Next page"
          colour={colour}
          disabled={!isHere || index >= count - 1}
          onPress={on.onNext}
        />
      </View>
      <View style={styles.leaf}>
        <IconButton
          icon={Camera}
          label="Take this page again"
          colour={colour}
          disabled={!isHere}
          onPress={on.onTakeAgain}
        />
        <IconButton
          icon={Undo}
          label={history.undoLabel}
          colour={colour}
          disabled={!history.undoStep}
          onPress={on.onUndo}
        />
        <IconButton
          icon={Redo}
          label={history.redoLabel}
          colour={colour}
          disabled={!history.redoStep}
          onPress={on.onRedo}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  header: {
    minHeight: 60,
    flexDirection: 'row',
    // On the narrowest screens, and enlarged, undo and redo go below.
    flexWrap: 'wrap',
    alignContent: 'center',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingHorizontal: space.half,
  },
  leaf: { flexDirection: 'row', alignItems: 'center' },
});
