import { Link } from 'expo-router';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleCheckBig from 'lucide-react-native/icons/circle-check-big';
import CircleDashed from 'lucide-react-native/icons/circle-dashed';
import CornerUpLeft from 'lucide-react-native/icons/corner-up-left';
import Hourglass from 'lucide-react-native/icons/hourglass';
import Pencil from 'lucide-react-native/icons/pencil';
import type { LucideIcon } from 'lucide-react-native';
import { Fragment } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { format } from 'date-fns';
import { timeLeft, type MyBrief } from '@ravlo/contract';
import { useDeskQuery, useShelfQuery } from '@/packet/api';
import { selectHanding } from '@/packet/handingsSlice';
import { useAppSelector } from '@/packet/store';
import { inOrderOfNeed, sayDue, sayStateWords, stateOf, type BriefState } from '@/page/sayBrief';
import { Perforation, Slip } from '@/ui/Slip';
import { useNow } from '@/ui/useNow';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

const ICONS: Readonly<Record<BriefState, LucideIcon>> = {
  'nothing-yet': CircleDashed,
  'in-work': Pencil,
  'taken-back': CornerUpLeft,
  'handed-over': CircleCheck,
  'handed-over-late': CircleCheck,
  marked: CircleCheckBig,
};

/** Less than this is said in bold, ms. */
const SOON = 24 * 3600_000;

/** What is asked of the person, the next due first; nothing where nothing is. */
export function DueList({ compact = false }: { readonly compact?: boolean }) {
  const { data: desk } = useDeskQuery();
  const { data: shelf } = useShelfQuery();
  const now = useNow(desk?.now);
  if (!desk || desk.briefs.length === 0) return null;
  const isTied = (briefId: string) => shelf?.packets.some((packet) => packet.briefId === briefId) ?? false;
  return (
    <>
      <View style={styles.head}>
        <Words size="lead" bold heading={2}>
          Due
        </Words>
        {compact ? null : (
          <Words size="small" colour={colours.quiet}>
            {format(new Date(now), 'EEEE d MMMM, HH:mm')}
          </Words>
        )}
      </View>
      <Slip seed="due">
        <View role="list" aria-label="Due">
          {inOrderOfNeed(desk.briefs, now).map((mine, i) => (
            <Fragment key={mine.brief.id}>
              {i > 0 ? <Perforation /> : null}
              <DueRow mine={mine} now={now} isTied={isTied(mine.brief.id)} compact={compact} />
            </Fragment>
          ))}
        </View>
      </Slip>
    </>
  );
}

interface DueRowProps {
  readonly mine: MyBrief;
  readonly now: number;
  readonly isTied: boolean;
  readonly compact: boolean;
}

function DueRow({ mine, now, isTied, compact }: DueRowProps) {
  const { brief, deskClass } = mine;
  const state = stateOf(mine, isTied);
  const waiting = useAppSelector((now) => selectHanding(now, brief.id));
  const isDone = ['handed-over', 'handed-over-late', 'marked'].includes(state);
  const time = timeLeft(brief, now);
  const needsYou = !isDone && time.phase === 'late';
  const isSoon = !isDone && time.phase === 'open' && time.left < SOON;
  const Icon = waiting ? Hourglass : ICONS[state];
  return (
    <View role="listitem">
      <Link href={`/brief/${brief.id}`} asChild>
        <Pressable role="link" style={StyleSheet.flatten([styles.row, compact && styles.compact])}>
          <View style={styles.words}>
            <Words bold size={compact ? 'body' : 'lead'} numberOfLines={2}>
              {brief.title}
            </Words>
            {compact ? null : (
              <Words size="small" colour={colours.quiet}>
                {deskClass.name}
              </Words>
            )}
          </View>
          <View style={compact ? styles.under : styles.state}>
            {isDone ? null : (
              <Words
                size={compact ? 'small' : 'body'}
                bold={needsYou || isSoon}
                colour={needsYou ? colours.pencil : isSoon ? colours.ink : colours.quiet}
              >
                {sayDue(mine, now)}
              </Words>
            )}
            <View style={styles.icon}>
              <Icon size={18} color={isDone ? colours.good : colours.quiet} aria-hidden />
              <Words size="small" colour={isDone ? colours.good : colours.quiet}>
                {waiting ? 'Not handed over yet' : sayStateWords(mine, state)}
              </Words>
            </View>
          </View>
        </Pressable>
      </Link>
    </View>
  );
}

const styles = StyleSheet.create({
  head: {
    flexDirection: 'row',
    alignItems: 'baseline',
    justifyContent: 'space-between',
    flexWrap: 'wrap',
  },
  row: {
    minHeight: target + 16,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
    paddingVertical: space.one,
  },
  compact: { flexDirection: 'column', alignItems: 'flex-start', gap: 0 },
  words: { flex: 1, minWidth: 0 },
  state: { alignItems: 'flex-end', gap: 2, maxWidth: 190 },
  under: { alignItems: 'flex-start' },
  icon: { flexDirection: 'row', alignItems: 'center', gap: space.half },
});
