import { useEffect, useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { sayBytes, sayPages, type Brief } from '@ravlo/contract';
import { worksheetUrl } from '@/packet/api';
import { drawPdfPage } from '@/page/drawPdfPage';
import { openPdf } from '@/page/openPdf';
import { Button } from '@/ui/Button';
import { openInTab } from '@/ui/openInTab';
import { colours, space } from '@/ui/tokens';
import { useObjectUrl } from '@/ui/useObjectUrl';
import { Words } from '@/ui/Words';

export interface WorksheetCardProps {
  readonly briefId: string;
  readonly worksheet: NonNullable<Brief['worksheet']>;
  /** null where nothing can be handed over any more */
  readonly onWrite: (() => void) | null;
}

const WIDTH = 76;

/** The worksheet that came with a brief: to look at and print, or to write on right here. */
export function WorksheetCard({ briefId, worksheet, onWrite }: WorksheetCardProps) {
  const { file, picture } = useWorksheetFile(briefId);
  const uri = useObjectUrl(picture);
  return (
    <View role="group" aria-label={worksheet.name} style={styles.card}>
      <View style={styles.picture}>
        {uri ? <Image source={{ uri }} aria-label="Its first page" style={styles.sheet} /> : null}
      </View>
      <View style={styles.words}>
        <Words bold size="lead">
          {worksheet.name}
        </Words>
        <Words colour={colours.quiet}>{`${sayPages(worksheet.pages)}, ${sayBytes(worksheet.bytes)}`}</Words>
        <View style={styles.ways}>
          <Button
            compact
            label="Look, print"
            disabled={!file}
            onPress={() => (file ? openInTab(file) : undefined)}
          />
          {onWrite ? <Button compact label="Write on it here" onPress={onWrite} /> : null}
        </View>
      </View>
    </View>
  );
}

/** The worksheet's bytes, and a small picture of its first page; null until they are here, or where they cannot be had. */
function useWorksheetFile(briefId: string) {
  const [read, setRead] = useState<{ file: Blob | null; picture: Blob | null }>({
    file: null,
    picture: null,
  });
  useEffect(() => {
    const over = new AbortController();
    const load = async () => {
      const response = await fetch(worksheetUrl(briefId), { signal: over.signal });
      if (!response.ok) return;
      const file = new Blob([await response.arrayBuffer()], { type: 'application/pdf' });
      setRead({ file, picture: null });
      const task = openPdf(new Uint8Array(await file.arrayBuffer()));
      const drawn = await drawPdfPage(await task.promise, 1, {
        scaleFor: ({ width }) => (2 * WIDTH) / width,
      });
      await task.destroy();
      if (!over.signal.aborted) setRead({ file, picture: drawn.blob });
    };
    // Without it the brief still says all that is asked.
    load().catch(() => undefined);
    return () => over.abort();
  }, [briefId]);
  return read;
}

const styles = StyleSheet.create({
  card: { flexDirection: 'row', gap: space.two, alignItems: 'flex-start' },
  picture: { width: WIDTH, height: WIDTH * Math.SQRT2, backgroundColor: colours.surface },
  sheet: { width: '100%', height: '100%' },
  words: { flex: 1, minWidth: 0, gap: space.half },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
});
