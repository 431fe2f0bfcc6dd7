import type { Turn } from '@ravlo/core/geometry';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import RotateCw from 'lucide-react-native/icons/rotate-cw';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { MOST_LEVEL, type Page } from '@ravlo/contract';
import { changeRecipe, changeRecipes, turnedBy } from '@/packet/editing';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector, useDarkroom } from '@/packet/store';
import { Button } from '@/ui/Button';
import { Slider } from '@/ui/Slider';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface TurnToolProps {
  readonly page: Page;
  /** all pages of the packet: for turning them together */
  readonly pages?: readonly Page[];
  /** while the fine turn is being moved, degrees; null when it rests */
  readonly onLevel?: (degrees: number | null) => void;
}

/** Quarter turns, of this page or all; and a fine turn. */
export function TurnTool({ page, pages, onLevel }: TurnToolProps) {
  const dispatch = useAppDispatch();
  const darkroom = useDarkroom();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const [message, setMessage] = useState<string | null>(null);
  const turn = (by: Turn) => dispatch(changeRecipe(page, (now) => turnedBy(now, by), 'turn'));
  const turnAll = () => pages && dispatch(changeRecipes(pages, (other) => turnedBy(other, 90), 'turn'));
  const setLevel = (level: number) => {
    onLevel?.(null);
    dispatch(changeRecipe(page, (now) => ({ ...now, level: level || undefined }), 'fine turn'));
  };
  const findUp = async () => {
    setMessage('Reading which way is up…');
    try {
      const found = await darkroom.find(page.photo, { priority: 2 });
      setMessage(
        found.way
          ? 'Ravlo cannot tell which way up this page is. Turn it by hand.'
          : found.turn === recipe.turn
            ? 'It stands the right way up.'
            : null,
      );
      if (found.turn !== recipe.turn)
        dispatch(changeRecipe(page, (now) => ({ ...now, turn: found.turn, way: found.way }), 'turn'));
    } catch {
      setMessage('The photo could not be opened here. It is safe; reload the page and try again.');
    }
  };
  return (
    <View style={styles.tool}>
      <View style={styles.row}>
        <Button kind="dark" grow icon={RotateCcw} label="Turn left" onPress={() => turn(270)} />
        <Button kind="dark" grow icon={RotateCw} label="Turn right" onPress={() => turn(90)} />
      </View>
      {onLevel ? (
        <>
          <Slider
            label="Fine turn"
            value={recipe.level ?? 0}
            range={[-MOST_LEVEL, MOST_LEVEL, 0.25]}
            onMove={onLevel}
            onSettle={setLevel}
          />
          <View style={styles.row}>
            <Button kind="dark" grow label="Right way up" onPress={() => void findUp()} />
            {pages && pages.length > 1 ? (
              <Button kind="dark" grow icon={RotateCw} label="All pages" onPress={turnAll} />
            ) : null}
          </View>
          {message ? (
            <Words role="status" size="small" align="center" colour={colours.deskQuiet}>
              {message}
            </Words>
          ) : null}
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  tool: { gap: space.one },
  row: { flexDirection: 'row', gap: space.one * 1.5 },
});
