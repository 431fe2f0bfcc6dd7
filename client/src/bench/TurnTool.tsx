import { addTurns, type Turn } from '@ravlo/core/raster/turnQuarter';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import RotateCw from 'lucide-react-native/icons/rotate-cw';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { editRecipe, selectRecipe } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';
import { Button } from '@/ui/Button';
import { space } from '@/ui/tokens';

/** Quarter turns. */
export function TurnTool({ page }: { readonly page: Page }) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const turn = (by: Turn) => dispatch(editRecipe(page, { ...recipe, turn: addTurns(recipe.turn, by) }));
  return (
    <View style={styles.row}>
      <Button kind="dark" grow icon={RotateCcw} label="Turn left" onPress={() => turn(270)} />
      <Button kind="dark" grow icon={RotateCw} label="Turn right" onPress={() => turn(90)} />
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: space.one * 1.5 } });
