import { Link } from 'expo-router';
import PenLine from 'lucide-react-native/icons/pen-line';
import { Pressable, StyleSheet, View } from 'react-native';
import { useMarkerDeskQuery } from '@/packet/markerApi';
import { colours, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** The way to the marker's desk, for whoever marks in a class: with how much waits there. */
export function ToMark() {
  const { data: desk } = useMarkerDeskQuery();
  if (!desk || desk.classes.length === 0) return null;
  const briefs = desk.classes.flatMap((each) => each.briefs);
  const waiting = briefs.reduce((sum, { counts }) => sum + counts.toMark, 0);
  return (
    <Link href="/mark" asChild>
      <Pressable role="link" style={StyleSheet.flatten(styles.card)}>
        <PenLine size={24} color={colours.ink} aria-hidden />
        <View style={styles.words}>
          <Words bold size="lead">
            To mark
          </Words>
          <Words size="small" colour={colours.quiet}>
            {waiting === 0 ? 'nothing waits' : waiting === 1 ? '1 work waits' : `${waiting} works wait`}
          </Words>
        </View>
      </Pressable>
    </Link>
  );
}

const styles = StyleSheet.create({
  card: {
    minHeight: target + 16,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    paddingHorizontal: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1 },
});
