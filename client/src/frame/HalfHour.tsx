import { Link, usePathname } from 'expo-router';
import Clock from 'lucide-react-native/icons/clock';
import { Pressable, StyleSheet, View } from 'react-native';
import { sayStretch } from '@ravlo/contract';
import { useDeskQuery, useShelfQuery } from '@/packet/api';
import { mostUrgent } from '@/page/sayBrief';
import { colours, space, target } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { Words } from '@/ui/Words';

/** How often it is asked what is due, ms. */
const EVERY = 60_000;

/** Less than half an hour left: one calm line over every screen, and the shortest way to be done. */
export function HalfHour() {
  const { data: desk } = useDeskQuery(undefined, { pollingInterval: EVERY, skipPollingIfUnfocused: true });
  const { data: shelf } = useShelfQuery();
  const path = usePathname();
  const now = useNow(desk?.now);
  const urgent = mostUrgent(desk?.briefs ?? [], now);
  if (!urgent) return null;
  const { mine, left } = urgent;
  const packet = shelf?.packets.find(({ briefId, pageCount }) => briefId === mine.brief.id && pageCount > 0);
  const way = packet ? `/packet/${packet.id}/hand-over` : `/brief/${mine.brief.id}`;
  const isThere = path === way || path === `/brief/${mine.brief.id}`;
  return (
    <Link href={packet ? `${way}?brief=${mine.brief.id}` : way} asChild>
      <Pressable role="link" style={styles.line} disabled={isThere}>
        <Clock size={20} color={colours.ink} aria-hidden />
        <View style={styles.words}>
          <Words bold numberOfLines={1}>
            {`${mine.brief.title}: ${sayStretch(left)} left`}
          </Words>
        </View>
        {isThere ? null : (
          <Words bold underlined numberOfLines={1}>
            {packet ? 'Hand over' : 'Open'}
          </Words>
        )}
      </Pressable>
    </Link>
  );
}

const styles = StyleSheet.create({
  words: { flexShrink: 1 },
  line: {
    minHeight: target,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: space.one,
    paddingHorizontal: space.two,
    backgroundColor: colours.surface,
    borderBottomWidth: 1,
    borderColor: colours.line,
  },
});
