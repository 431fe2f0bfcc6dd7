import { measureSheet, placeFourthCorner, type Quad } from '@ravlo/core/geometry';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { Corners, Page, RecipeOutline } from '@ravlo/contract';
import { useCopyPageMutation } from '@/packet/api';
import { changeRecipe } from '@/packet/editing';
import { arrangePages } from '@/packet/history';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector, useDarkroom } from '@/packet/store';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { idsOf, insertedAfter } from '@/packet/pageOrder';
import { dropOfSpread, spreadOf, takeSpreadAsOne } from '@/packet/spreads';
import type { Trouble } from '@/packet/trouble';
import {
  nearestOutline,
  neighbourPage,
  outlineBows,
  outlineCorners,
  unbent,
  withCorners,
} from './outlineEdits';

export interface EdgesToolProps {
  readonly page: Page;
  /** all pages of the packet, in order */
  readonly pages: readonly Page[];
  /** the corner that was taken hold of last */
  readonly corner: number | null;
  readonly isBent: boolean;
  readonly onBent: (isBent: boolean) => void;
}

const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const;

/** The buttons under the photo. */
export function EdgesTool({ page, pages, corner, isBent, onBent }: EdgesToolProps) {
  const pageIds = idsOf(pages);
  const dispatch = useAppDispatch();
  const darkroom = useDarkroom();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const [copyPage] = useCopyPageMutation();
  const [message, setMessage] = useState<string | null>(null);
  const { photo } = page;
  const corners = outlineCorners(recipe.outline, photo.width, photo.height);
  const hasCorners = recipe.outline.by === 'finder' || recipe.outline.by === 'hand';

  const findAgain = async () => {
    setMessage('Looking for the sheet…');
    try {
      const { outline: first, turn, way, further = [] } = await darkroom.find(page.photo, { priority: 2 });
      const outline = nearestOutline([first, ...further], corners);
      dispatch(changeRecipe(page, (now) => ({ ...now, outline, turn, way }), 'edges'));
      setMessage(sayFound(outline));
    } catch {
      setMessage('The photo could not be opened here. It is safe; reload the page and try again.');
    }
  };
  const takeWhole = () => {
    setMessage(null);
    dispatch(changeRecipe(page, (now) => ({ ...now, outline: { by: 'whole', reason: 'chosen' } }), 'edges'));
  };
  const placeCorner = () => {
    if (corner === null) {
      setMessage('Take hold of the corner that is hidden, then press this again.');
      return;
    }
    const size = measureSheet(photo, corners as Quad);
    const options = { photoWidth: photo.width, photoHeight: photo.height };
    const [x, y] = placeFourthCorner(corners as Quad, corner, size.height / size.width, options);
    const placed = corners.map((old, i) => (i === corner ? [x, y] : old)) as Corners;
    dispatch(changeRecipe(page, (now) => withCorners(now, placed), 'edges'));
    setMessage(`The ${CORNERS[corner]} corner is placed from the other three.`);
  };
  const bend = () => {
    if (isBent && outlineBows(recipe.outline))
      dispatch(changeRecipe(page, (now) => unbent(now, corners), 'edges'));
    onBent(!isBent);
    setMessage(isBent ? null : 'Drag the rings until the lines follow the curled sides.');
  };
  const addOther = async () => {
    try {
      const other = withCorners({ ...recipe, notes: undefined }, neighbourPage(corners, photo));
      const copy = await copyPage({
        id: page.id,
        recipe: unbent(other, outlineCorners(other.outline, 0, 0)),
      }).unwrap();
      const { packetId } = page;
      const after = { packetId, pageIds: insertedAfter([...pageIds, copy.id], copy.id, page.id) };
      const trouble = await dispatch(
        arrangePages(packetId, [after], 'other page of the photo', [{ packetId, pageIds: [...pageIds] }]),
      );
      setMessage(
        trouble ? trouble.detail : 'The other page of this photo is the next page now. Look at its edges.',
      );
    } catch {
      setMessage('The other page could not be made just now. Nothing is lost; try again.');
    }
  };
  const isOfSpread = spreadOf(pages, page) !== null;
  const done = (trouble: Trouble | null, said: string) => setMessage(trouble ? trouble.detail : said);
  const takeAsOne = async () =>
    done(await dispatch(takeSpreadAsOne(pages, page)), 'Both pages of the book are one page now.');
  const drop = async () => {
    const trouble = await dispatch(dropOfSpread(pages, page));
    if (trouble) setMessage(trouble.detail);
  };
  const remark = message ?? sayFound(recipe.outline) ?? 'Drag the corners and sides onto the sheet.';

  return (
    <View style={styles.tool}>
      <Words role="status" size="small" align="center" colour={colours.deskQuiet}>
        {remark}
      </Words>
      <ScrollView horizontal contentContainerStyle={styles.row}>
        <Button kind="dark" compact label="Find again" onPress={() => void findAgain()} />
        <Button kind="dark" compact label="Whole photo" onPress={takeWhole} />
        <Button kind="dark" compact label="Hidden corner" disabled={!hasCorners} onPress={placeCorner} />
        <Button
          kind="dark"
          compact
          label={isBent ? 'Straight sides' : 'Curled sides'}
          disabled={!hasCorners}
          onPress={bend}
        />
        {isOfSpread ? (
          <>
            <Button kind="dark" compact label="Both as one page" onPress={() => void takeAsOne()} />
            <Button kind="dark" compact label="Without this page" onPress={() => void drop()} />
          </>
        ) : (
          <Button
            kind="dark"
            compact
            label="Two pages"
            disabled={!hasCorners}
            onPress={() => void addOther()}
          />
        )}
      </ScrollView>
    </View>
  );
}

/** Why the whole photo is the page; null where it is not, or by choice. */
function sayFound(outline: RecipeOutline): string | null {
  if (outline.by !== 'whole') return null;
  switch (outline.reason) {
    case 'all-sheet':
      return 'The photo is all sheet: there is nothing to cut away.';
    case 'none-found':
      return 'No sheet stands out here, so the whole photo is used. Drag the corners onto it.';
    case 'through-writing':
      return 'What looked like edges ran through the writing, so the whole photo is used. Drag the corners onto the sheet.';
    case 'chosen':
      return null;
  }
}

const styles = StyleSheet.create({
  tool: { gap: space.one },
  row: { gap: space.one, flexGrow: 1, justifyContent: 'center' },
});
