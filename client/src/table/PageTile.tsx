import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import Trash from 'lucide-react-native/icons/trash';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { selectRecipe } from '@/state/recipeEdits';
import { useAppSelector } from '@/state/store';
import { IconButton } from '@/ui/IconButton';
import { PagePicture } from '@/ui/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
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

/** One page on the table: dragged to its place, pressed to be opened. */
export function PageTile({ page, number, width, isChosen, onOpen, onRemove }: PageTileProps) {
  const sortable = useSortable({ id: page.id });
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const remark = outlineRemark(recipe.outline);
  return (
    <div
      ref={sortable.setNodeRef}
      style={{
        width,
        touchAction: 'manipulation',
        transform: CSS.Translate.toString(sortable.transform),
        transition: sortable.transition,
        position: 'relative',
        zIndex: sortable.isDragging ? 1 : 0,
        opacity: sortable.isDragging ? 0.85 : 1,
      }}
      data-testid={`page-${number}`}
    >
      <div {...sortable.attributes} {...sortable.listeners} aria-label={`Page ${number}: lift with space, move with the arrow keys`}>
        <Pressable
          role="link"
          aria-label={`Page ${number}${remark ? `, ${remark}` : ''}: open`}
          onPress={onOpen}
          style={[styles.picture, { height: width * 1.42 }, isChosen && styles.chosen]}
        >
          <PagePicture page={page} label={`Page ${number}`} longSide={560} />
        </Pressable>
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
          ) : null}
        </View>
        <IconButton icon={Trash} label={`Delete page ${number}`} colour={colours.quiet} onPress={onRemove} />
      </View>
    </div>
  );
}

const styles = StyleSheet.create({
  picture: { padding: 3 },
  chosen: { boxShadow: `0 0 0 3px ${colours.pencil}` },
  foot: { flexDirection: 'row', alignItems: 'center', minHeight: 48, gap: space.half },
  remark: { flex: 1, flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-end', gap: space.half },
  shrink: { flexShrink: 1 },
});
