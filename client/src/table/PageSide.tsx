import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { LookTool } from '@/page/LookTool';
import { TurnTool } from '@/page/TurnTool';
import { selectRecipe } from '@/packet/editsSlice';
import { useAppSelector } from '@/packet/store';
import { Button } from '@/ui/Button';
import { PagePicture } from '@/page/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { placesOf } from '@/page/sayVerdict';
import { useVerdict } from '@/page/useVerdict';
import { VerdictNote } from '@/page/VerdictNote';
import { outlineRemark } from '@/page/outlineRemark';

export interface PageSideProps {
  readonly page: Page;
  readonly number: number;
  readonly onOpenBench: () => void;
}

/** The chosen page beside the table, on the dark desk: large, with its facts and the quick tools. */
export function PageSide({ page, number, onOpenBench }: PageSideProps) {
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const remark = outlineRemark(recipe.outline);
  const verdict = useVerdict(page);
  return (
    <View role="complementary" aria-label={`Page ${number}`} style={styles.side}>
      <View>
        <Words bold size="lead" heading={2} colour={colours.paperOnDark}>
          Page {number}
        </Words>
        <Words size="small" colour={remark ? colours.pencilWordsOnDark : colours.deskQuiet}>
          {remark ?? `${page.photo.width} x ${page.photo.height} photo`}
        </Words>
      </View>
      <View style={styles.picture}>
        <PagePicture
          page={page}
          label={`Page ${number}, large`}
          longSide={1000}
          priority={1}
          onDark
          marks={placesOf(verdict)}
        />
      </View>
      <VerdictNote verdict={verdict} />
      <TurnTool page={page} />
      <LookTool page={page} />
      <Button kind="dark" label="Edges" onPress={onOpenBench} />
    </View>
  );
}

const styles = StyleSheet.create({
  side: { width: 340, backgroundColor: colours.desk, padding: space.two, gap: space.two },
  picture: { flex: 1, minHeight: 0 },
});
