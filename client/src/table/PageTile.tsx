import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import Circle from 'lucide-react-native/icons/circle';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import type { KeyboardEvent, MouseEvent } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { useStampWords } from '@/page/useStampWords';
import { IconButton } from '@/ui/IconButton';
import { TILE_SIDE } from '@/darkroom/darkroom';
import { PagePicture } from '@/page/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { useVerdict } from '@/page/useVerdict';
import type { PressKind } from './useSelection';

export interface PageTileProps {
  readonly page: Page;
  /** from 1 */
  readonly number: number;
  /** of the packet */
  readonly pages: readonly Page[];
  readonly width: number;
  /** what is to be said of it; null when it is well or nobody knows yet */
  readonly remark: string | null;
  readonly isChosen: boolean;
  /** null while nothing is being selected */
  readonly isSelected: boolean | null;
  readonly onOpen: (how: PressKind) => void;
  readonly onMenu: () => void;
  /** which part it is, '' for none; null where no parts are asked for */
  readonly part: string | null;
  readonly onPart: () => void;
}

/** Narrower tiles have no room for words, px. */
const ROOM_FOR_WORDS = 160;
/** Of a tile's foot, px: the menu's button. */
const FOOT = 44;
/** A remark below the foot, px. */
const BELOW = 24;
/** Round the picture: the line of the chosen one, px. */
const RIM = 5;

/** An upright A4 sheet fills the tile's width. */
const pictureHeight = (width: number) => Math.round((width - 2 * RIM) * Math.SQRT2) + 2 * RIM;

/** One page on the table: pressed to be opened, held and dragged to its place; by key: Enter and the space bar. */
export function PageTile(props: PageTileProps) {
  const { page, number, pages, width, remark, isChosen, isSelected, onOpen, onMenu, part, onPart } = props;
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: page.id,
  });
  const verdict = useVerdict(page);
  const words = useStampWords(number - 1, pages);
  const isWell = remark === null && verdict?.word === 'reads-well';
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && !isDragging) onOpen('plain');
    else if (event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey)) onMenu();
    else if (isSelected !== null && event.key === ' ') onOpen('toggle');
    else {
      listeners?.onKeyDown?.(event);
      return;
    }
    event.preventDefault();
  };
  const press = (event: MouseEvent) =>
    onOpen(event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'plain');
  const menu = (event: MouseEvent) => {
    event.preventDefault();
    // A held finger lifts the page; its menu is the button below.
    if (!(event.nativeEvent instanceof PointerEvent) || event.nativeEvent.pointerType === 'mouse') onMenu();
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
        // Pages out of sight are not laid out.
        contentVisibility: isDragging ? 'visible' : 'auto',
        containIntrinsicSize: `${width}px ${pictureHeight(width) + FOOT + (remark && part !== null ? BELOW : 0)}px`,
      }}
    >
      <div
        {...attributes}
        {...listeners}
        onKeyDown={key}
        onClick={press}
        onContextMenu={menu}
        {...(isSelected === null ? null : { 'aria-pressed': isSelected })}
        aria-label={`Page ${number}${remark ? `, ${remark}` : isWell ? ', reads well' : ''}`}
        style={{
          height: pictureHeight(width),
          display: 'flex',
          touchAction: 'manipulation',
          cursor: 'pointer',
          outlineOffset: -3,
        }}
      >
        <View style={[styles.picture, (isSelected ?? isChosen) && styles.chosen]}>
          <PagePicture page={page} label="" longSide={TILE_SIDE} stampWords={words} />
          {isSelected === null ? null : (
            <View style={styles.tick}>
              {isSelected ? (
                <CircleCheck size={26} color={colours.surface} fill={colours.ink} aria-hidden />
              ) : (
                <Circle size={26} color={colours.ink} fill={colours.surface} aria-hidden />
              )}
            </View>
          )}
        </View>
      </div>
      <View style={styles.foot}>
        <Words bold size="lead">
          {number}
        </Words>
        {part === null ? null : (
          <Pressable
            role="button"
            aria-label={`Page ${number} is ${part || 'none of what is asked for'}. Change it`}
            onPress={onPart}
            style={styles.part}
          >
            <Words
              size="small"
              bold
              underlined
              numberOfLines={1}
              colour={part ? colours.ink : colours.pencil}
            >
              {part || 'Which part?'}
            </Words>
          </Pressable>
        )}
        <View style={part === null ? styles.remark : null}>
          {remark ? (
            part === null ? (
              <Remark says={remark} />
            ) : null
          ) : isWell ? (
            <>
              <CircleCheck size={18} color={colours.good} aria-hidden />
              {width > ROOM_FOR_WORDS && part === null ? (
                <Words size="small" colour={colours.quiet}>
                  Reads well
                </Words>
              ) : null}
            </>
          ) : null}
        </View>
        <IconButton
          icon={Ellipsis}
          label={`More for page ${number}`}
          colour={colours.quiet}
          onPress={onMenu}
        />
      </View>
      {remark && part !== null ? (
        <View style={styles.below}>
          <Remark says={remark} />
        </View>
      ) : null}
    </div>
  );
}

function Remark({ says }: { readonly says: string }) {
  return (
    <>
      <CircleAlert size={18} color={colours.pencil} aria-hidden />
      <View style={styles.shrink}>
        <Words bold size="small" colour={colours.pencil}>
          {says}
        </Words>
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  // Within the tile: what lies outside it is not drawn.
  picture: { flex: 1, padding: 2, borderWidth: 3, borderColor: 'transparent', borderRadius: 4 },
  chosen: { borderColor: colours.pencil },
  tick: { position: 'absolute', left: space.one, top: space.one },
  part: { flex: 1, minWidth: 0, minHeight: FOOT, justifyContent: 'center' },
  below: { flexDirection: 'row', alignItems: 'center', gap: space.half, minHeight: BELOW },
  foot: { flexDirection: 'row', alignItems: 'center', minHeight: FOOT, gap: space.half },
  remark: {
    flex: 1,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-end',
    gap: space.half,
  },
  shrink: { flexShrink: 1 },
});
