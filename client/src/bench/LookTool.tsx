import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { Page, Recipe, RecipeTuning } from '@ravlo/contract';
import { editRecipe, selectRecipe } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';
import { PagePicture } from '@/ui/PagePicture';
import { Slider } from '@/ui/Slider';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

const LOOKS: readonly { readonly value: Recipe['look']; readonly label: string }[] = [
  { value: 'daylight', label: 'Daylight' },
  { value: 'pen', label: 'Pen' },
  { value: 'pencil', label: 'Pencil' },
  { value: 'soft-grey', label: 'Soft grey' },
  { value: 'as-shot', label: 'As shot' },
];

const AS_FOUND: RecipeTuning = { ink: 0, paper: 0, fadeRules: false };

/** The looks, each tried on this very page, and how the chosen one is set. */
export function LookTool({ page }: { readonly page: Page }) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const tuning = recipe.tuning ?? AS_FOUND;
  const edit = (change: Partial<Recipe>) => dispatch(editRecipe(page, { ...recipe, ...change }));
  const tune = (change: Partial<RecipeTuning>) => edit({ tuning: { ...tuning, ...change } });
  return (
    <View style={styles.tool}>
      <ScrollView horizontal role="radiogroup" aria-label="Look" contentContainerStyle={styles.row}>
        {LOOKS.map(({ value, label }) => {
          const chosen = recipe.look === value;
          return (
            <Pressable
              key={value}
              role="radio"
              aria-checked={chosen}
              aria-label={label}
              onPress={() => chosen || edit({ look: value })}
              style={styles.look}
            >
              <View style={[styles.picture, chosen && styles.chosen]}>
                <PagePicture page={page} label="" longSide={400} recipe={{ ...recipe, look: value }} onDark />
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
      </ScrollView>
      {recipe.look === 'as-shot' ? null : (
        <View>
          <Slider label="Ink" value={tuning.ink} onSettle={(ink) => tune({ ink })} />
          <Slider label="White paper" value={tuning.paper} onSettle={(paper) => tune({ paper })} />
          {recipe.look === 'pen' ? null : (
            <Pressable
              role="switch"
              aria-checked={tuning.fadeRules}
              aria-label="Fade the ruled lines"
              onPress={() => tune({ fadeRules: !tuning.fadeRules })}
              style={styles.switch}
            >
              <Words size="small" colour={colours.paperOnDark}>
                Fade the ruled lines
              </Words>
              <Words
                size="small"
                bold
                colour={tuning.fadeRules ? colours.pencilWordsOnDark : colours.deskQuiet}
              >
                {tuning.fadeRules ? 'on' : 'off'}
              </Words>
            </Pressable>
          )}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  tool: { gap: space.one },
  row: { flexDirection: 'row', gap: space.one, padding: 4, flexGrow: 1, justifyContent: 'center' },
  look: { alignItems: 'center', gap: space.half, minWidth: 64 },
  picture: { width: 62, height: 80, padding: 4 },
  chosen: { boxShadow: `0 0 0 3px ${colours.pencilOnDark}` },
  switch: {
    minHeight: target - 8,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
  },
});
