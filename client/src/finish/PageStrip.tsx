import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useRef } from 'react';
import { Image, Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { PencilStroke } from '@/ui/PencilStroke';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { FilePage } from './PdfPages';
import { usePdfPicture } from '@/page/usePdfPicture';

export interface PageStripProps {
  readonly pdf: PDFDocumentProxy | null;
  readonly pages: readonly FilePage[];
  /** the place of the page that is shown large, from 1 */
  readonly at: number;
  readonly onShow: (place: number) => void;
}

const WIDTH = 44;
const HEIGHT = 60;
const STEP = WIDTH + 8;
/** So many to each side of the large one are drawn: about a row on a wide screen. */
const NEAR = 8;

/** All pages of the PDF, small, in a row; those of which there is something to say have a number in the pencil's colour. */
export function PageStrip({ pdf, pages, at, onShow }: PageStripProps) {
  const scroller = useRef<ScrollView>(null);
  useEffect(() => {
    scroller.current?.scrollTo({ x: Math.max(0, (at - 3) * STEP), animated: false });
  }, [at]);
  return (
    <ScrollView
      ref={scroller}
      horizontal
      showsHorizontalScrollIndicator={false}
      contentContainerStyle={styles.strip}
      aria-label="All pages, small"
    >
      {pages.map((page, i) => (
        <Small
          key={page.number}
          pdf={Math.abs(i + 1 - at) <= NEAR ? pdf : null}
          page={page}
          place={i + 1}
          isChosen={i + 1 === at}
          onPress={() => onShow(i + 1)}
        />
      ))}
    </ScrollView>
  );
}

interface SmallProps {
  readonly pdf: PDFDocumentProxy | null;
  readonly page: FilePage;
  readonly place: number;
  readonly isChosen: boolean;
  readonly onPress: () => void;
}

function Small({ pdf, page: { number, remark }, place, isChosen, onPress }: SmallProps) {
  const picture = usePdfPicture(pdf, place, WIDTH);
  return (
    <Pressable
      role="button"
      aria-label={`Show page ${number}${remark ? `: ${remark}` : ''}`}
      aria-current={isChosen ? 'page' : undefined}
      onPress={onPress}
      style={styles.small}
    >
      <View style={styles.paper}>
        {picture ? (
          <Image source={{ uri: picture.uri }} resizeMode="contain" alt="" style={styles.picture} />
        ) : null}
      </View>
      <Words size="small" bold={remark !== null} colour={remark ? colours.pencil : colours.quiet}>
        {remark ? `${number} !` : number}
      </Words>
      <View style={styles.stroke}>{isChosen ? <PencilStroke /> : null}</View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  strip: { gap: STEP - WIDTH, paddingHorizontal: space.half, marginHorizontal: 'auto' },
  small: { width: WIDTH, alignItems: 'center', paddingTop: space.half },
  paper: {
    width: WIDTH,
    height: HEIGHT,
    backgroundColor: colours.surface,
    borderWidth: 1,
    borderColor: colours.line,
  },
  picture: { width: WIDTH - 2, height: HEIGHT - 2 },
  stroke: { height: 8 },
});
