import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
} from '@dnd-kit/sortable';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { space } from '@/ui/tokens';
import type { TiedParts } from '@/page/useTie';
import { MOVE_INSTRUCTIONS, moveAnnouncements } from './announcements';
import { PageTile } from './PageTile';
import { columnsFor, type TileSize } from './tileSize';
import type { PressKind } from './useSelection';

export interface PageGridProps {
  readonly pages: readonly Page[];
  /** what is to be said of each page */
  readonly remarks: readonly (string | null)[];
  readonly size: TileSize;
  readonly chosenId: string | null;
  /** null while nothing is being selected */
  readonly selected: ReadonlySet<string> | null;
  readonly onOpen: (page: Page, how: PressKind) => void;
  readonly onMenu: (page: Page) => void;
  /** what each page is, where a brief asks for parts */
  readonly parts: TiedParts | null;
  readonly onPart: (page: Page) => void;
  readonly onReorder: (pageIds: string[]) => void;
}

const GAP = space.two;

/** The pages as tiles, two abreast on a phone, sorted by mouse, touch (hold, then drag) or keyboard. */
export function PageGrid(props: PageGridProps) {
  const { pages, remarks, size, chosenId, selected, onOpen, onMenu, parts, onPart, onReorder } = props;
  const [width, setWidth] = useState(0);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      // Enter opens the page; the space bar lifts it.
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  const columns = columnsFor(width, size, GAP);
  const tile = (width - GAP * (columns - 1)) / columns;

  const moved = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const ids = pages.map((page) => page.id);
    onReorder(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };

  return (
    <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {width > 0 ? (
        <DndContext
          sensors={sensors}
          collisionDetection={closestCenter}
          onDragEnd={moved}
          accessibility={{
            announcements: moveAnnouncements(pages),
            screenReaderInstructions: MOVE_INSTRUCTIONS,
          }}
        >
          <SortableContext items={pages.map((page) => page.id)} strategy={rectSortingStrategy}>
            <View role="list" aria-label="Pages" style={styles.grid}>
              {pages.map((page, index) => (
                <PageTile
                  key={page.id}
                  page={page}
                  number={index + 1}
                  pages={pages}
                  width={tile}
                  isChosen={page.id === chosenId}
                  remark={remarks[index]}
                  isSelected={selected ? selected.has(page.id) : null}
                  onOpen={(how) => onOpen(page, how)}
                  onMenu={() => onMenu(page)}
                  part={parts ? (parts.given[index] ?? '') : null}
                  onPart={() => onPart(page)}
                />
              ))}
            </View>
          </SortableContext>
        </DndContext>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  grid: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    columnGap: GAP,
    rowGap: space.half,
    paddingTop: space.half,
  },
});
