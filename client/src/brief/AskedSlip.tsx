import { format } from 'date-fns';
import { StyleSheet, View } from 'react-native';
import { sayBytes, sayTimeLeft, timeLeft, type Brief, type MyBrief } from '@ravlo/contract';
import { sayAttempt } from '@/page/sayBrief';
import { Slip } from '@/ui/Slip';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** All that is asked, at a glance. */
export function AskedSlip({ mine, now }: { readonly mine: MyBrief; readonly now: number }) {
  const { brief, deskClass } = mine;
  const time = timeLeft(brief, now);
  const isOver = time.phase === 'late' || time.phase === 'closed';
  return (
    <Slip seed={brief.id}>
      <Words size="small" colour={colours.quiet}>
        {[deskClass.name, brief.unit, `marker ${deskClass.marker}`].filter(Boolean).join(', ')}
      </Words>
      <Fact about="Due" needsYou={isOver}>
        {brief.dueAt === null
          ? 'At any time'
          : `${format(new Date(brief.dueAt), 'EEEE d MMMM, HH:mm')}, ${sayTimeLeft(time)}`}
      </Fact>
      <Fact about="Pages">{sayPagesAsked(brief)}</Fact>
      <Fact about="File">
        {brief.mostBytes === null ? 'One PDF' : `One PDF, at most ${sayBytes(brief.mostBytes)}`}
      </Fact>
      <Fact about="Attempts">{sayAttempt(mine)}</Fact>
      {brief.points === null ? null : <Fact about="Points">{`Out of ${brief.points}`}</Fact>}
      {brief.instructions ? (
        <View style={styles.words}>
          <Words>{brief.instructions}</Words>
        </View>
      ) : null}
    </Slip>
  );
}

interface FactProps {
  readonly about: string;
  readonly needsYou?: boolean;
  readonly children: string;
}

function Fact({ about, needsYou = false, children }: FactProps) {
  return (
    <View style={styles.fact}>
      <View style={styles.about}>
        <Words size="small" colour={colours.quiet}>
          {about}
        </Words>
      </View>
      <View style={styles.says}>
        <Words bold={needsYou} colour={needsYou ? colours.pencil : colours.ink}>
          {children}
        </Words>
      </View>
    </View>
  );
}

function sayPagesAsked({ pages }: Brief): string {
  if (pages.kind === 'any') return 'As many as it takes';
  if (pages.kind === 'parts') return pages.parts.join(', ');
  return pages.least === pages.most ? `${pages.least}` : `${pages.least} to ${pages.most}`;
}

const styles = StyleSheet.create({
  fact: { flexDirection: 'row', alignItems: 'baseline', gap: space.one },
  about: { width: 76 },
  says: { flex: 1, minWidth: 0 },
  words: { borderTopWidth: 1, borderColor: colours.line, borderStyle: 'dashed', paddingTop: space.one },
});
