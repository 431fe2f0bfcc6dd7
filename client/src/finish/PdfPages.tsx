import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useRef, useState } from 'react';
import { Image, Pressable, ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { colours, space } from '@/ui/tokens';
import { useKeyPresses } from '@/ui/useKeys';
import { useWide } from '@/ui/useWide';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { PageStrip } from './PageStrip';
import { usePdfDocument } from '@/page/usePdfDocument';
import { usePdfPicture } from '@/page/usePdfPicture';

/** A page of the file, and of the packet that it was made of. */
export interface FilePage {
  /** in the packet: pages that could not be developed are not in the file */
  readonly number: number;
  /** what is to be said of it; null where it is well or nobody knows yet */
  readonly remark: string | null;
}

export interface PdfPagesProps {
  /** the very bytes that will be saved */
  readonly bytes: Uint8Array;
  readonly pages: readonly FilePage[];
  /** a page was pressed: it wants to be seen close */
  readonly onClose: (number: number, pdf: PDFDocumentProxy) => void;
  /** to where a page of the packet is mended */
  readonly onMend: (number: number) => void;
}

const GAP = 16;
const A4 = 297 / 210;
/** What stands above and below the large page on a wide screen, px. */
const AROUND_PAGE = 376;
/** So many pages before and after the one in the middle are drawn: sixty at once would hold up the screen. */
const NEAR = 2;

/** The PDF as a reader shows it: a page large enough to judge, its neighbours at the sides; swiped, or by arrow keys. */
export function PdfPages({ bytes, pages, onClose, onMend }: PdfPagesProps) {
  const { pdf, isBroken } = usePdfDocument(bytes);
  const window = useWindowDimensions();
  const isWide = useWide();
  const [row, setRow] = useState(Math.min(window.width, 720));
  // A whole page, its number and the small ones stay in view together.
  const room = (window.height - AROUND_PAGE) / A4;
  const width = Math.round(isWide ? Math.min(row * 0.8, Math.max(260, room)) : Math.min(228, row * 0.62));
  const scroller = useRef<ScrollView>(null);
  const [place, setPlace] = useState(1);
  const count = pages.length;
  const at = Math.min(place, count);
  const step = width + GAP;
  const show = (next: number) => {
    const to = Math.min(count, Math.max(1, next));
    scroller.current?.scrollTo({ x: (to - 1) * step, animated: false });
    setPlace(to);
  };
  useKeyPresses({ ArrowLeft: () => show(at - 1), ArrowRight: () => show(at + 1) });
  const shown = pages[at - 1];
  if (isBroken) {
    return (
      <Notice
        tone="attention"
        title="The file cannot be shown here."
        detail="It is whole, and your photos are safe. Save it and open it in another program to look through it."
      />
    );
  }
  return (
    <View onLayout={({ nativeEvent }) => setRow(nativeEvent.layout.width)}>
      <ScrollView
        ref={scroller}
        horizontal
        showsHorizontalScrollIndicator={false}
        snapToInterval={step}
        scrollEventThrottle={50}
        onScroll={({ nativeEvent }) =>
          setPlace(Math.min(count, Math.max(1, Math.round(nativeEvent.contentOffset.x / step) + 1)))
        }
        contentContainerStyle={[styles.row, { paddingHorizontal: Math.max(0, (row - width) / 2) }]}
        aria-label="Pages of the PDF"
      >
        {pages.map(({ number }, i) => (
          <PdfSheet
            key={number}
            pdf={pdf}
            number={i + 1}
            width={width}
            isNear={Math.abs(i + 1 - at) <= NEAR}
            onPress={onClose}
          />
        ))}
      </ScrollView>
      <View style={styles.steps}>
        <IconButton icon={ChevronLeft} label="Page before" disabled={at <= 1} onPress={() => show(at - 1)} />
        <Words bold role="status">{`Page ${at} of ${count}`}</Words>
        <IconButton
          icon={ChevronRight}
          label="Page after"
          disabled={at >= count}
          onPress={() => show(at + 1)}
        />
      </View>
      {shown?.remark ? (
        <View style={styles.remark} testID="page-remark">
          <CircleAlert size={20} color={colours.pencil} aria-hidden />
          <Words>{`Page ${shown.number}: ${shown.remark}`}</Words>
          <WordButton label="Mend it" onPress={() => onMend(shown.number)} />
        </View>
      ) : null}
      {count > 1 ? <PageStrip pdf={pdf} pages={pages} at={at} onShow={show} /> : null}
    </View>
  );
}

interface PdfSheetProps {
  readonly pdf: PDFDocumentProxy | null;
  readonly number: number;
  readonly width: number;
  /** it may come into view next */
  readonly isNear: boolean;
  readonly onPress: (number: number, pdf: PDFDocumentProxy) => void;
}

function PdfSheet({ pdf, number, width, isNear, onPress }: PdfSheetProps) {
  const picture = usePdfPicture(isNear ? pdf : null, number, width);
  const height = Math.round(width * (picture?.proportion ?? A4));
  return (
    <Pressable
      role="button"
      aria-label={`See page ${number} close`}
      // Not disabled: with nothing in it to be focused, the row could not be scrolled by keys while the file is read.
      aria-disabled={!pdf}
      onPress={() => pdf && onPress(number, pdf)}
      style={[styles.paper, { width, height }]}
    >
      {picture ? (
        <Image
          source={{ uri: picture.uri }}
          accessibilityLabel={`Page ${number} of the PDF`}
          style={{ width, height }}
        />
      ) : null}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { gap: GAP, paddingVertical: space.half, alignItems: 'center' },
  paper: { backgroundColor: colours.surface, boxShadow: '0 1px 3px rgba(30, 42, 50, 0.25)' },
  remark: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    justifyContent: 'center',
    gap: space.one,
  },
  steps: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: space.one },
});
