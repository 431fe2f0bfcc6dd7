import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page, RecipeOutline } from '@ravlo/contract';
import { findInPhoto } from '@/darkroom/darkroom';
import { editRecipe, selectRecipe } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** The buttons under the photo: find the sheet again, or take the whole photo. */
export function EdgesTool({ page }: { readonly page: Page }) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const [message, setMessage] = useState<string | null>(null);

  const findAgain = async () => {
    setMessage('Looking for the sheet…');
    try {
      const found = await findInPhoto(page, { priority: 2 });
      dispatch(editRecipe(page, { ...recipe, ...found }));
      setMessage(sayFound(found.outline));
    } catch {
      setMessage('The photo could not be opened here. It is safe; reload the page and try again.');
    }
  };
  const remark =
    message ??
    (recipe.outline.by === 'whole' && recipe.outline.reason === 'none-found'
      ? 'No sheet stands out here, so the whole photo is used. Drag the corners onto it.'
      : 'Drag the corners and sides onto the sheet.');

  return (
    <View style={styles.tool}>
      <Words role="status" size="small" align="center" colour={colours.deskQuiet}>
        {remark}
      </Words>
      <View style={styles.row}>
        <Button kind="dark" grow label="Find again" onPress={() => void findAgain()} />
        <Button
          kind="dark"
          grow
          label="Whole photo"
          onPress={() => {
            setMessage(null);
            dispatch(editRecipe(page, { ...recipe, outline: { by: 'whole', reason: 'chosen' } }));
          }}
        />
      </View>
    </View>
  );
}

function sayFound(outline: RecipeOutline): string | null {
  if (outline.by !== 'whole') return null;
  return outline.reason === 'all-sheet'
    ? 'The photo is all sheet: there is nothing to cut away.'
    : 'No sheet stands out here. Drag the corners onto it.';
}

const styles = StyleSheet.create({
  tool: { gap: space.one },
  row: { flexDirection: 'row', gap: space.one * 1.5 },
});
