import type { Page } from '@ravlo/contract';
import { Segments } from '@/ui/Segments';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { Words } from '@/ui/Words';
import { StyleSheet, View } from 'react-native';
import { space } from '@/ui/tokens';
import { byTimeTaken, idsOf, interleaved, reversed } from '@/packet/pageOrder';
import type { TileSize } from './tileSize';

export interface OrderMenuProps {
  readonly pages: readonly Page[];
  readonly size: TileSize;
  readonly onSize: (size: TileSize) => void;
  readonly onOrder: (ids: readonly string[], what: string) => void;
  readonly onSelect: () => void;
  readonly onJoin: () => void;
  readonly onGive: () => void;
  /** null where nothing is asked of the person */
  readonly onBrief: (() => void) | null;
  readonly onClose: () => void;
}

const SIZES: readonly { readonly value: TileSize; readonly label: string }[] = [
  { value: 'small', label: 'Small' },
  { value: 'medium', label: 'Medium' },
  { value: 'large', label: 'Large' },
];

/** What can be done with all pages of the table at once. */
export function OrderMenu(props: OrderMenuProps) {
  const { pages, size, onSize, onOrder, onSelect, onJoin, onGive, onBrief, onClose } = props;
  const ids = idsOf(pages);
  const few = pages.length < 2;
  const then = (action: () => void) => () => {
    onClose();
    action();
  };
  const order = (result: readonly string[], what: string) => then(() => onOrder(result, what));
  return (
    <Sheet title="All pages" onClose={onClose}>
      <SheetItem label="Select pages" disabled={pages.length === 0} onPress={then(onSelect)} />
      <SheetItem
        label="Turn the order round"
        disabled={few}
        onPress={order(reversed(ids), 'order turned round')}
      />
      <SheetItem
        label="Fronts then backs: put them together"
        disabled={few}
        onPress={order(interleaved(ids, false), 'fronts and backs')}
      />
      <SheetItem
        label="Fronts, then backs from the last"
        disabled={few}
        onPress={order(interleaved(ids, true), 'fronts and backs')}
      />
      <SheetItem
        label="Sort by time taken"
        disabled={few}
        onPress={order(byTimeTaken(pages), 'order by time')}
      />
      <SheetItem label="Bring in another packet…" onPress={then(onJoin)} />
      {onBrief ? <SheetItem label="For which brief…" onPress={then(onBrief)} /> : null}
      <SheetItem label="Give it to another person…" onPress={then(onGive)} />
      <View style={styles.size}>
        <Words size="small">Size of the pages here</Words>
        <Segments label="Size of the pages here" options={SIZES} value={size} onChange={onSize} />
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ size: { padding: space.one * 1.5, gap: space.half } });
