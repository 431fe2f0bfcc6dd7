import { useMemo } from 'react';
import { Image, ScrollView, StyleSheet, View } from 'react-native';
import { MarksLayer } from '@/page/MarksLayer';
import { colours, space } from '@/ui/tokens';
import { useObjectUrl } from '@/ui/useObjectUrl';
import { Words } from '@/ui/Words';
import type { PdfPreview } from './makePdf';

const HEIGHT = 168;

/** The pages of the PDF as they lie on their paper. */
export function PdfPages({ previews }: { readonly previews: readonly PdfPreview[] }) {
  return (
    <ScrollView horizontal contentContainerStyle={styles.row} aria-label="Pages of the PDF" tabIndex={0}>
      {previews.map((preview, index) => (
        <PdfSheet key={preview.id} preview={preview} number={index + 1} />
      ))}
    </ScrollView>
  );
}

interface PdfSheetProps {
  readonly preview: PdfPreview;
  readonly number: number;
}

function PdfSheet({ preview: { jpeg, place, size, marks }, number }: PdfSheetProps) {
  const blob = useMemo(() => new Blob([new Uint8Array(jpeg)], { type: 'image/jpeg' }), [jpeg]);
  const uri = useObjectUrl(blob);
  const scale = HEIGHT / Math.max(place.paperHeight, place.paperWidth);
  const [left, top] = [place.left * scale, place.top * scale];
  return (
    <View style={styles.page}>
      <View style={[styles.paper, { width: place.paperWidth * scale, height: place.paperHeight * scale }]}>
        {uri ? (
          <Image
            source={{ uri }}
            accessibilityLabel={`Page ${number} of the PDF`}
            style={[styles.picture, { left, top, width: place.width * scale, height: place.height * scale }]}
          />
        ) : null}
        <MarksLayer
          marks={marks}
          size={size}
          left={left}
          top={top}
          scale={(place.width / size.width) * scale}
        />
      </View>
      <Words size="small" colour={colours.quiet}>
        {number}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: space.one * 1.5, paddingVertical: space.half, alignItems: 'flex-end' },
  page: { alignItems: 'center', gap: space.half },
  paper: { backgroundColor: colours.surface, boxShadow: '0 1px 3px rgba(30, 42, 50, 0.25)' },
  picture: { position: 'absolute' },
});
