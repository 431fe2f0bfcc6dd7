import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useState } from 'react';
import { Image, ScrollView, StyleSheet, View } from 'react-native';
import { Segments } from '@/ui/Segments';
import { Sheet } from '@/ui/Sheet';
import { colours, space } from '@/ui/tokens';
import { usePdfPicture } from '@/page/usePdfPicture';

const ZOOMS = [
  { value: '1', label: 'Whole' },
  { value: '2', label: 'Twice' },
  { value: '4', label: 'Four times' },
] as const;
type Zoom = (typeof ZOOMS)[number]['value'];

const WHOLE = 328;
const HEIGHT = 480;

export interface CloseLookProps {
  readonly pdf: PDFDocumentProxy;
  readonly number: number;
  readonly onClose: () => void;
}

/** One page of the PDF as large as one likes, to be moved about. */
export function CloseLook({ pdf, number, onClose }: CloseLookProps) {
  const [zoom, setZoom] = useState<Zoom>('2');
  const width = WHOLE * Number(zoom);
  const picture = usePdfPicture(pdf, number, width);
  return (
    <Sheet title={`Page ${number}, close`} onClose={onClose}>
      <View style={styles.body}>
        <Segments label="How close" options={ZOOMS} value={zoom} onChange={setZoom} />
        <ScrollView style={styles.window} tabIndex={0} aria-label="The page">
          <ScrollView horizontal>
            {picture ? (
              <Image
                source={{ uri: picture.uri }}
                accessibilityLabel={`Page ${number}, close`}
                style={{ width, height: Math.round(width * picture.proportion) }}
              />
            ) : null}
          </ScrollView>
        </ScrollView>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  body: { gap: space.one, paddingHorizontal: space.one },
  window: { height: HEIGHT, backgroundColor: colours.surface },
});
