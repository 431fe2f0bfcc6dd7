import { Image, ScrollView, StyleSheet, View } from 'react-native';
import { MarksLayer } from '@/ui/MarksLayer';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { PdfPreview } from './usePdf';

const HEIGHT = 168;

/** The pages of the PDF as they lie on their paper. */
export function PdfPages({ previews }: { readonly previews: readonly PdfPreview[] }) {
  return (
    <ScrollView horizontal contentContainerStyle={styles.row} aria-label="Pages of the PDF" tabIndex={0}>
      {previews.map(({ id, uri, place, size, marks }, index) => {
        const scale = HEIGHT / Math.max(place.paperHeight, place.paperWidth);
        return (
          <View key={id} style={styles.page}>
            <View
              style={[styles.paper, { width: place.paperWidth * scale, height: place.paperHeight * scale }]}
            >
              <Image
                source={{ uri }}
                accessibilityLabel={`Page ${index + 1} of the PDF`}
                style={{
                  position: 'absolute',
                  left: place.left * scale,
                  top: place.top * scale,
                  width: place.width * scale,
                  height: place.height * scale,
                }}
              />
              <MarksLayer
                marks={marks}
                size={size}
                left={place.left * scale}
                top={place.top * scale}
                scale={(place.width / size.width) * scale}
              />
            </View>
            <Words size="small" colour={colours.quiet}>
              {index + 1}
            </Words>
          </View>
        );
      })}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  row: { gap: space.one * 1.5, paddingVertical: space.half, alignItems: 'flex-end' },
  page: { alignItems: 'center', gap: space.half },
  paper: { backgroundColor: colours.surface, boxShadow: '0 1px 3px rgba(30, 42, 50, 0.25)' },
});
