import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useRef, useState } from 'react';
import { Image, Pressable, ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { IconButton } from '@/ui/IconButton';
import { colours, space } from '@/ui/tokens';
import { useKeyPresses } from '@/ui/useKeys';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { usePdfDocument } from './usePdfDocument';
import { usePdfPicture } from './usePdfPicture';

export interface PdfPagesProps {
  /** the very bytes that will be saved */
  readonly bytes: Uint8Array;
  readonly pageCount: number;
  /** a page was pressed: it wants to be seen close */
  readonly onClose: (number: number, pdf: PDFDocumentProxy) => void;
}

const GAP = 16;
const A4 = 297 / 210;
/** So many pages before and after the one in the middle are drawn: sixty at once would hold up the screen. */
const NEAR = 2;

/** The PDF as a reader shows it: a page large enough to judge, its neighbours at the sides; swiped, or by arrow keys. */
export function PdfPages({ bytes, pageCount, onClose }: PdfPagesProps) {
  const pdf = usePdfDocument(bytes);
  const window = useWindowDimensions();
  const isWide = useWide();
  const [row, setRow] = useState(Math.min(window.width, 720));
  const width = Math.round(isWide ? Math.min(row * 0.8, 460) : Math.min(228, row * 0.62));
  const scroller = useRef<ScrollView>(null);
  const [number, setNumber] = useState(1);
  const step = width + GAP;
  const show = (next: number) => {
    const at = Math.min(pageCount, Math.max(1, next));
    scroller.current?.scrollTo({ x: (at - 1) * step, animated: false });
    setNumber(at);
  };
  useKeyPresses({ ArrowLeft: () => show(number - 1), ArrowRight: () => show(number + 1) });
  return (
    <View onLayout={({ nativeEvent }) => setRow(nativeEvent.layout.width)}>
      <ScrollView
        ref={scroller}
        horizontal
        showsHorizontalScrollIndicator={false}
        snapToInterval={step}
        scrollEventThrottle={50}
        onScroll={({ nativeEvent }) =>
          setNumber(Math.min(pageCount, Math.max(1, Math.round(nativeEvent.contentOffset.x / step) + 1)))
        }
        contentContainerStyle={[styles.row, { paddingHorizontal: Math.max(0, (row - width) / 2) }]}
        aria-label="Pages of the PDF"
      >
        {Array.from({ length: pageCount }, (_, i) => (
          <PdfSheet
            key={i}
            pdf={pdf}
            number={i + 1}
            width={width}
            isNear={Math.abs(i + 1 - number) <= NEAR}
            onPress={onClose}
          />
        ))}
      </ScrollView>
      <View style={styles.steps}>
        <IconButton
          icon={ChevronLeft}
          label="Page before"
          disabled={number <= 1}
          onPress={() => show(number - 1)}
        />
        <Words bold role="status">{`Page ${number} of ${pageCount}`}</Words>
        <IconButton
          icon={ChevronRight}
          label="Page after"
          disabled={number >= pageCount}
          onPress={() => show(number + 1)}
        />
      </View>
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
      disabled={!pdf}
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
  steps: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: space.one },
});
