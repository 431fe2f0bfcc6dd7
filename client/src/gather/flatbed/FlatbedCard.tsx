import ScanLine from 'lucide-react-native/icons/scan-line';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { Flatbed } from './useFlatbed';

/** The practice flatbed: scan, see how far it is, stop. */
export function FlatbedCard({ flatbed }: { readonly flatbed: Flatbed }) {
  const { run, hasFailed, start, stop } = flatbed;
  return (
    <View style={styles.card}>
      <Words bold>Practice flatbed</Words>
      {run ? (
        <>
          <Words size="small" colour={colours.quiet}>{`Reading page ${run.page} of ${run.pages}…`}</Words>
          <View
            role="progressbar"
            aria-label={`Reading page ${run.page} of ${run.pages}`}
            aria-valuenow={Math.round(run.progress * 100)}
            style={styles.track}
          >
            <View style={[styles.fill, { width: `${Math.round(run.progress * 100)}%` }]} />
          </View>
          <Button label="Stop" onPress={stop} />
        </>
      ) : (
        <>
          <Words size="small" colour={colours.quiet}>
            {hasFailed
              ? 'The flatbed does not answer. What it has read is kept; try again in a moment.'
              : 'A stand-in for a scanner, with three made-up pages in its feeder.'}
          </Words>
          <Button label="Scan three pages" icon={ScanLine} onPress={start} />
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  card: {
    backgroundColor: colours.surface,
    borderColor: colours.line,
    borderWidth: 1,
    borderRadius: radius,
    padding: space.two,
    gap: space.one,
  },
  track: { height: 6, borderRadius: 3, backgroundColor: colours.line, overflow: 'hidden' },
  fill: { height: 6, backgroundColor: colours.good },
});
