import { format } from 'date-fns';
import { StyleSheet, View } from 'react-native';
import { attemptsLeft, closesAt, timeLeft, type Brief, type MyBrief } from '@ravlo/contract';
import { AskedFacts } from '@/page/AskedFacts';
import { attemptFacts, sayDue } from '@/page/sayBrief';
import { Perforation, Slip } from '@/ui/Slip';
import { TallyStrokes } from '@/ui/TallyStrokes';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface AskedSlipProps {
  readonly mine: MyBrief;
  readonly now: number;
  /** the name that the person's file is asked to have */
  readonly nameAsked: string | null;
}

/** All that is asked, at a glance. */
export function AskedSlip({ mine, now, nameAsked }: AskedSlipProps) {
  const { brief, deskClass } = mine;
  const { phase } = timeLeft(brief, now);
  const isOver = phase === 'late' || phase === 'closed';
  const left = attemptsLeft(brief, mine.attempts.map(attemptFacts));
  return (
    <Slip seed={brief.id}>
      <View style={styles.head}>
        <View style={styles.says}>
          <Words bold size="title" colour={isOver ? colours.pencil : colours.ink}>
            {brief.dueAt === null ? 'At any time' : sayDue(mine, now)}
          </Words>
          {brief.dueAt === null ? null : <Words>{format(new Date(brief.dueAt), 'EEEE d MMMM, HH:mm')}</Words>}
          <Words size="small" colour={colours.quiet}>
            {sayAfter(brief)}
          </Words>
        </View>
        <View style={styles.attempts}>
          {left !== null && left > 0 ? <TallyStrokes label={sayLeft(left)} count={left} /> : null}
          <Words size="small" colour={left === 0 ? colours.pencil : colours.quiet}>
            {left === null ? 'as often as you like' : sayLeft(left)}
          </Words>
        </View>
      </View>
      <Perforation />
      <Words bold size="lead" heading={2}>
        What is asked
      </Words>
      <AskedFacts brief={brief} nameAsked={nameAsked} />
      {brief.instructions ? (
        <>
          <Perforation />
          <Words bold size="lead" heading={2}>{`${deskClass.marker} writes`}</Words>
          <Words>{brief.instructions}</Words>
        </>
      ) : null}
    </Slip>
  );
}

const sayLeft = (left: number) =>
  left === 0 ? 'no attempts left' : left === 1 ? '1 attempt left' : `${left} attempts left`;

function sayAfter(brief: Brief): string {
  if (brief.dueAt === null) return '';
  if (brief.afterDue.kind === 'late') return 'taken as late after that';
  const end = closesAt(brief);
  return brief.afterDue.kind === 'closed' || end === null
    ? 'nothing is taken after that'
    : `taken as late until ${format(new Date(end), 'd MMMM, HH:mm')}`;
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', gap: space.one, justifyContent: 'space-between' },
  attempts: { alignItems: 'flex-end', maxWidth: 130, gap: 2 },
  says: { flex: 1, minWidth: 0 },
});
