import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Page, Recipe, RecipeTuning, RuleShow } from '@ravlo/contract';
import { changeFacts, changeRecipe, changeRecipes } from '@/packet/editing';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector, useAppStore } from '@/packet/store';
import { Button } from '@/ui/Button';
import { PagePicture } from './PagePicture';
import { Segments } from '@/ui/Segments';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { Slider } from '@/ui/Slider';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { usePacketQuery } from '@/packet/api';
import { LOOKS } from './looks';

const AS_FOUND: RecipeTuning = { ink: 0, paper: 0, rules: 'quiet' };

const RULES: readonly { readonly value: RuleShow; readonly label: string }[] = [
  { value: 'quiet', label: 'Quiet' },
  { value: 'faded', label: 'Gone' },
  { value: 'kept', label: 'Full' },
];

export interface LookToolProps {
  readonly page: Page;
  /** all pages of the packet: for giving them the same look */
  readonly pages?: readonly Page[];
  /** a recipe that is being tried while a slider moves; null when it rests */
  readonly onTry?: (recipe: Recipe | null) => void;
  /** the photo as it was is to be seen, while pressed */
  readonly onCompare?: (isOn: boolean) => void;
}

/** The looks, each tried on this very page, and how the chosen one is set. */
export function LookTool({ page, pages, onTry, onCompare }: LookToolProps) {
  const dispatch = useAppDispatch();
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const [asks, setAsks] = useState(false);
  const tuning = recipe.tuning ?? AS_FOUND;
  const edit = (change: Partial<Recipe>, what = 'look') =>
    dispatch(changeRecipe(page, (now) => ({ ...now, ...change }), what));
  const tuned = (change: Partial<RecipeTuning>): Recipe => ({ ...recipe, tuning: { ...tuning, ...change } });
  const settle = (change: Partial<RecipeTuning>, what: string) => {
    onTry?.(null);
    dispatch(
      changeRecipe(page, (now) => ({ ...now, tuning: { ...AS_FOUND, ...now.tuning, ...change } }), what),
    );
  };
  return (
    <View style={styles.tool}>
      <View role="radiogroup" aria-label="Look" style={styles.row}>
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
      </View>
      {recipe.look === 'as-shot' ? null : (
        <View>
          <Slider
            label="Ink"
            value={tuning.ink}
            onMove={(ink) => onTry?.(tuned({ ink }))}
            onSettle={(ink) => settle({ ink }, 'ink')}
          />
          <Slider
            label="White paper"
            value={tuning.paper}
            onMove={(paper) => onTry?.(tuned({ paper }))}
            onSettle={(paper) => settle({ paper }, 'paper')}
          />
          {recipe.look === 'pen' ? null : (
            <View style={styles.rules}>
              <Words size="small" colour={colours.paperOnDark}>
                Ruled lines
              </Words>
              <View style={styles.choice}>
                <Segments
                  label="Ruled lines"
                  options={RULES}
                  value={tuning.rules}
                  onChange={(rules) => settle({ rules }, 'ruled lines')}
                  onDark
                />
              </View>
            </View>
          )}
        </View>
      )}
      {onCompare ? (
        <View style={styles.buttons}>
          <div
            style={{ flex: '1 0 auto', display: 'flex' }}
            onPointerDown={() => onCompare(true)}
            onPointerUp={() => onCompare(false)}
            onPointerLeave={() => onCompare(false)}
            onPointerCancel={() => onCompare(false)}
            onKeyDown={(event) => [' ', 'Enter'].includes(event.key) && onCompare(true)}
            onKeyUp={() => onCompare(false)}
            onContextMenu={(event) => event.preventDefault()}
          >
            <Button kind="dark" grow label="Hold to see the photo" onPress={() => undefined} />
          </div>
          <View style={styles.button}>
            <Button kind="dark" label="Use it for…" onPress={() => setAsks(true)} />
          </View>
        </View>
      ) : null}
      {asks && pages ? (
        <UseFor page={page} pages={pages} recipe={recipe} onClose={() => setAsks(false)} />
      ) : null}
    </View>
  );
}

interface UseForProps {
  readonly page: Page;
  readonly pages: readonly Page[];
  readonly recipe: Recipe;
  readonly onClose: () => void;
}

/** Which other pages are to have this look, set as it is. */
function UseFor({ page, pages, recipe, onClose }: UseForProps) {
  const dispatch = useAppDispatch();
  const { getState } = useAppStore();
  const { data: packet } = usePacketQuery(page.packetId);
  const { look, tuning } = recipe;
  const label = LOOKS.find(({ value }) => value === look)?.label ?? look;
  const withLook = (other: Recipe): Recipe =>
    other.look === look && JSON.stringify(other.tuning) === JSON.stringify(tuning)
      ? other
      : { ...other, look, tuning };
  const give = (some: readonly Page[]) => {
    onClose();
    dispatch(changeRecipes(some, withLook, 'look'));
  };
  const at = pages.findIndex(({ id }) => id === page.id);
  return (
    <Sheet title={`${label}, for which pages?`} onClose={onClose}>
      <SheetItem label="All pages of this packet" onPress={() => give(pages)} />
      <SheetItem label="This page and those behind it" onPress={() => give(pages.slice(at))} />
      <SheetItem
        label={`The pages that have ${label} already, set like this one`}
        onPress={() => give(pages.filter((other) => selectRecipe(getState(), other).look === look))}
      />
      <SheetItem
        label="Photos that come into this packet from now on"
        onPress={() => {
          onClose();
          if (packet) dispatch(changeFacts(packet, { look }, 'look of new pages'));
        }}
      />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  tool: { gap: space.one },
  row: { flexDirection: 'row', gap: space.one, padding: 4, justifyContent: 'center' },
  // All of them are in view, on any width.
  look: { flexGrow: 1, flexShrink: 1, flexBasis: 0, maxWidth: 72, alignItems: 'center', gap: space.half },
  picture: { width: '100%', maxWidth: 62, height: 80, padding: 4 },
  chosen: { boxShadow: `0 0 0 3px ${colours.pencilOnDark}` },
  rules: { flexDirection: 'row', alignItems: 'center', gap: space.one, minHeight: target },
  choice: { flex: 1 },
  // What does not fit beside the other goes below it: no label is cut.
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
  button: { flexGrow: 1, flexShrink: 0 },
});
