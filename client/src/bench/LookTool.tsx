import { Pressable, StyleSheet, View } from 'react-native';
import type { Page, Recipe } from '@ravlo/contract';
import { editRecipe, selectRecipe } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';
import { PagePicture } from '@/ui/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

const LOOKS: readonly { readonly value: Recipe['look']; readonly label: string }[] = [
  { value: 'as-shot', label: 'As shot' },
  { value: 'daylight', label: 'Daylight' },
];

/** The looks, each tried on this very page. */
export function LookTool({ page }: { readonly page: Page }) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  return (
    <View role="radiogroup" aria-label="Look" style={styles.row}>
      {LOOKS.map(({ value, label }) => {
        const chosen = recipe.look === value;
        return (
          <Pressable
            key={value}
            role="radio"
            aria-checked={chosen}
            aria-label={label}
            onPress={() => chosen || dispatch(editRecipe(page, { ...recipe, look: value }))}
            style={styles.look}
          >
            <View style={[styles.picture, chosen && styles.chosen]}>
              <PagePicture page={page} label="" longSide={160} recipe={{ ...recipe, look: value }} onDark />
            </View>
            <Words
              size="small"
              bold={chosen}
              colour={chosen ? colours.pencilWordsOnDark : colours.paperOnDark}
            >
              {label}
            </Words>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: space.two, justifyContent: 'center' },
  look: { alignItems: 'center', gap: space.half, minWidth: 84 },
  picture: { width: 72, height: 88, padding: 4 },
  chosen: { boxShadow: `0 0 0 3px ${colours.pencilOnDark}` },
});
