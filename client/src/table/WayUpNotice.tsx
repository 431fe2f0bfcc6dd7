import { Pressable, StyleSheet, View } from 'react-native';
import { TURNS } from '@ravlo/core/geometry';
import { sayPages, type Page, type Turn } from '@ravlo/contract';
import { changeRecipes, turnedBy } from '@/packet/editing';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { TILE_SIDE } from '@/darkroom/darkroom';
import { PagePicture } from '@/page/PagePicture';
import { Notice } from '@/ui/Notice';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface WayUpNoticeProps {
  /** of the packet */
  readonly pages: readonly Page[];
  /** those of which nobody can tell; one at least */
  readonly unsure: readonly Page[];
}

/** Asks once, for all pages of which nobody can tell: pages of one packet are taken the same way. */
export function WayUpNotice({ pages, unsure }: WayUpNoticeProps) {
  const dispatch = useAppDispatch();
  const [asked] = unsure;
  const number = pages.indexOf(asked) + 1;
  const answer = (by: Turn) => dispatch(changeRecipes(unsure, (recipe) => turnedBy(recipe, by), 'turn'));
  return (
    <Notice
      title="Which way up?"
      detail={
        unsure.length === 1
          ? `Ravlo cannot tell on page ${number}. Press it as it should stand.`
          : `Ravlo cannot tell on ${sayPages(unsure.length)}. Press page ${number} as it should stand; the others turn with it.`
      }
      below={
        <View style={styles.row}>
          {TURNS.map((by) => (
            <Way key={by} page={asked} by={by} number={number} onPress={() => answer(by)} />
          ))}
        </View>
      }
    />
  );
}

interface WayProps {
  readonly page: Page;
  readonly by: Turn;
  readonly number: number;
  readonly onPress: () => void;
}

const SAID: Record<Turn, string> = {
  0: 'As it is',
  90: 'Turned right',
  180: 'Upside down',
  270: 'Turned left',
};

/** The page as it would stand. */
function Way({ page, by, number, onPress }: WayProps) {
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  return (
    <Pressable
      role="button"
      aria-label={`${SAID[by]}: page ${number} stands this way`}
      onPress={onPress}
      style={styles.way}
    >
      <View style={styles.picture}>
        <PagePicture page={page} label="" recipe={turnedBy(recipe, by)} longSide={TILE_SIDE} />
      </View>
      <Words size="small" align="center">
        {SAID[by]}
      </Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: space.one },
  way: {
    flex: 1,
    maxWidth: 120,
    padding: space.half,
    borderWidth: 1,
    borderColor: colours.line,
    borderRadius: radius,
  },
  picture: { height: 92 },
});
