import { Link } from 'expo-router';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import Clock from 'lucide-react-native/icons/clock';
import { Pressable, StyleSheet, View } from 'react-native';
import { timeLeft, type MyBrief } from '@ravlo/contract';
import { useDeskQuery } from '@/packet/api';
import { inOrderOfNeed, sayState, standing } from '@/page/sayBrief';
import { useNow } from '@/ui/useNow';
import { colours, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** What is asked of the person, the next due first; nothing where nothing is. */
export function DueList({ compact = false }: { readonly compact?: boolean }) {
  const { data: desk } = useDeskQuery();
  const now = useNow(desk?.now);
  if (!desk || desk.briefs.length === 0) return null;
  return (
    <>
      <Words size="lead" bold heading={2}>
        Due
      </Words>
      <View role="list" aria-label="Due" style={styles.list}>
        {inOrderOfNeed(desk.briefs, now).map((mine) => (
          <DueRow key={mine.brief.id} mine={mine} now={now} compact={compact} />
        ))}
      </View>
    </>
  );
}

interface DueRowProps {
  readonly mine: MyBrief;
  readonly now: number;
  readonly compact: boolean;
}

function DueRow({ mine, now, compact }: DueRowProps) {
  const { brief, deskClass } = mine;
  const isDone = standing(mine) !== null;
  const needsYou = !isDone && timeLeft(brief, now).phase === 'late';
  const colour = isDone ? colours.good : needsYou ? colours.pencil : colours.quiet;
  const Icon = isDone ? CircleCheck : Clock;
  return (
    <View role="listitem">
      <Link href={`/brief/${brief.id}`} asChild>
        <Pressable role="link" style={StyleSheet.flatten([styles.row, compact && styles.compact])}>
          <View style={styles.words}>
            <Words bold numberOfLines={2}>
              {brief.title}
            </Words>
            {compact ? null : (
              <Words size="small" colour={colours.quiet}>
                {deskClass.name}
              </Words>
            )}
          </View>
          <View style={styles.state}>
            <Icon size={18} color={colour} aria-hidden />
            <Words size="small" bold={needsYou} colour={colour}>
              {sayState(mine, now)}
            </Words>
          </View>
        </Pressable>
      </Link>
    </View>
  );
}

const styles = StyleSheet.create({
  list: {
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  row: {
    minHeight: target + 8,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
    paddingHorizontal: space.two,
    paddingVertical: space.one,
  },
  compact: { flexDirection: 'column', alignItems: 'flex-start', gap: 0 },
  words: { flex: 1, minWidth: 0 },
  state: { flexDirection: 'row', alignItems: 'center', gap: space.half, maxWidth: 200 },
});
