import { Image, Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { NumberedPin } from '@ravlo/contract';
import type { HandedPages } from '@/page/marks/useHandedPages';
import { useHandedPicture } from '@/page/marks/useHandedPicture';
import { PencilStroke } from '@/ui/PencilStroke';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

const WIDTH = 68;
const WAITING: HandedPages = { state: 'fetching' };

export interface ReadingStripProps {
  readonly pages: HandedPages;
  /** nothing is drawn yet: what is larger comes first */
  readonly isWaiting: boolean;
  readonly pins: readonly NumberedPin[];
  readonly number: number;
  readonly onShow: (number: number) => void;
}

/** All pages, small, with how many pins are on each. */
export function ReadingStrip({ pages, isWaiting, pins, number, onShow }: ReadingStripProps) {
  const count = pages.state === 'ready' ? pages.count : 0;
  return (
    <ScrollView
      aria-label="Pages"
      style={styles.strip}
      contentContainerStyle={styles.content}
      showsVerticalScrollIndicator={false}
    >
      {Array.from({ length: count }, (_, i) => (
        <Small
          key={i}
          pages={isWaiting ? WAITING : pages}
          number={i + 1}
          pins={pins.filter(({ pin }) => pin.page === i + 1).length}
          isShown={i + 1 === number}
          onPress={() => onShow(i + 1)}
        />
      ))}
    </ScrollView>
  );
}

interface SmallProps {
  readonly pages: HandedPages;
  readonly number: number;
  readonly pins: number;
  readonly isShown: boolean;
  readonly onPress: () => void;
}

function Small({ pages, number, pins, isShown, onPress }: SmallProps) {
  const picture = useHandedPicture(pages, number, WIDTH);
  const says = pins === 0 ? '' : pins === 1 ? '1 pin' : `${pins} pins`;
  return (
    <Pressable role="button" aria-current={isShown ? 'page' : undefined} onPress={onPress}>
      <View style={[styles.paper, { height: Math.round(WIDTH * (picture?.proportion ?? 1.414)) }]}>
        {picture ? <Image source={{ uri: picture.uri }} alt="" style={styles.picture} /> : null}
      </View>
      <View style={styles.words}>
        <Words bold colour={colours.paperOnDark}>
          {number}
        </Words>
        <Words size="small" colour={colours.deskQuiet}>
          {says}
        </Words>
      </View>
      <View style={styles.stroke}>{isShown ? <PencilStroke colour={colours.pencilOnDark} /> : null}</View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  strip: { width: 108, flexGrow: 0 },
  content: { paddingLeft: 20, paddingBottom: space.two, gap: space.half },
  paper: { width: WIDTH, backgroundColor: colours.surface },
  picture: { width: '100%', height: '100%' },
  words: { flexDirection: 'row', alignItems: 'baseline', gap: space.one },
  stroke: { height: 8 },
});
