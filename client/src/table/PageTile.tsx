import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import Trash from 'lucide-react-native/icons/trash';
import type { KeyboardEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { selectRecipe } from '@/state/recipeEdits';
import { useAppSelector } from '@/state/store';
import { IconButton } from '@/ui/IconButton';
import { PagePicture } from '@/ui/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { useVerdict } from '@/verdict/useVerdict';
import { sayVerdict } from '@/verdict/sayVerdict';
import { outlineRemark } from './outlineRemark';

export interface PageTileProps {
  readonly page: Page;
  /** from 1 */
  readonly number: number;
  readonly width: number;
  readonly isChosen: boolean;
  readonly onOpen: () => void;
  readonly onRemove: () => void;
}

/** px of a tile's width */
const ROOM_FOR_WORDS = 160;

/** One page on the table: pressed to be opened, held and dragged to its place; by key: Enter and the space bar. */
export function PageTile({ page, number, width, isChosen, onOpen, onRemove }: PageTileProps) {
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: page.id,
  });
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const verdict = useVerdict(page);
  const remark = outlineRemark(recipe.outline) ?? (verdict && sayVerdict(verdict));
  const isWell = remark === null && verdict?.word === 'reads-well';
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && !isDragging) onOpen();
    else listeners?.onKeyDown?.(event);
  };
  return (
    <div
      ref={setNodeRef}
      role="listitem"
      data-testid={`page-${number}`}
      style={{
        width,
        transform: CSS.Translate.toString(transform),
        transition,
        position: 'relative',
        zIndex: isDragging ? 1 : 0,
        opacity: isDragging ? 0.85 : 1,
      }}
    >
      <div
        {...attributes}
        {...listeners}
        onKeyDown={key}
        onClick={onOpen}
        aria-label={`Page ${number}${remark ? `, ${remark}` : isWell ? ', reads well' : ''}`}
        style={{ height: width * 1.42, display: 'flex', touchAction: 'manipulation', cursor: 'pointer' }}
      >
        <View style={[styles.picture, isChosen && styles.chosen]}>
          <PagePicture page={page} label="" longSide={560} />
        </View>
      </div>
      <View style={styles.foot}>
        <Words bold size="lead">
          {number}
        </Words>
        <View style={styles.remark}>
          {remark ? (
            <>
              <CircleAlert size={18} color={colours.pencil} aria-hidden />
              <View style={styles.shrink}>
                <Words bold size="small" colour={colours.pencil}>
                  {remark}
                </Words>
              </View>
            </>
          ) : isWell ? (
            <>
              <CircleCheck size={18} color={colours.good} aria-hidden />
              {width > ROOM_FOR_WORDS ? (
                <Words size="small" colour={colours.quiet}>
                  Reads well
                </Words>
              ) : null}
            </>
          ) : null}
        </View>
        <IconButton icon={Trash} label={`Delete page ${number}`} colour={colours.quiet} onPress={onRemove} />
      </View>
    </div>
  );
}

const styles = StyleSheet.create({
  picture: { flex: 1, padding: 3 },
  chosen: { boxShadow: `0 0 0 3px ${colours.pencil}` },
  foot: { flexDirection: 'row', alignItems: 'center', minHeight: 48, gap: space.half },
  remark: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-end',
    gap: space.half,
  },
  shrink: { flexShrink: 1 },
});
