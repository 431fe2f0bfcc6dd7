import { format } from 'date-fns';
import { StyleSheet, View } from 'react-native';
import {
  attemptsLeft,
  closesAt,
  sayBytes,
  timeLeft,
  type Brief,
  type MyBrief,
  type NameField,
} from '@ravlo/contract';
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
      <Fact about="Pages">{sayPagesAsked(brief)}</Fact>
      <Fact about="File">{FORMATS[brief.format]}</Fact>
      {brief.mostBytes === null ? null : <Fact about="Size">{`at most ${sayBytes(brief.mostBytes)}`}</Fact>}
      {brief.namePattern ? (
        <Fact about="Name" detail={nameAsked ? `yours: ${nameAsked}` : undefined}>
          {sayPattern(brief.namePattern)}
        </Fact>
      ) : null}
      {brief.points === null ? null : <Fact about="Points">{`out of ${brief.points}`}</Fact>}
      {brief.statement ? <Fact about="Confirm">{brief.statement}</Fact> : null}
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

const FORMATS: Readonly<Record<Brief['format'], string>> = {
  pdf: 'one PDF',
  pictures: 'pictures, a sheet each',
  any: 'a PDF or pictures',
};

const FIELD_WORDS: Readonly<Record<NameField, string>> = {
  surname: 'surname',
  'first-name': 'first name',
  'student-number': 'student number',
  class: 'class',
  assignment: 'title',
  unit: 'unit',
  date: 'date',
  version: 'version',
};

const sayPattern = ({ parts, separator }: NonNullable<Brief['namePattern']>): string =>
  parts.map((part) => (typeof part === 'string' ? FIELD_WORDS[part] : part.words)).join(separator);

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

function sayPagesAsked({ pages }: Brief): string {
  if (pages.kind === 'any') return 'as many as it takes';
  if (pages.kind === 'parts') return pages.parts.join(', ');
  return pages.least === pages.most ? `${pages.least}` : `${pages.least} to ${pages.most}`;
}

interface FactProps {
  readonly about: string;
  readonly detail?: string;
  readonly children: string;
}

function Fact({ about, detail, children }: FactProps) {
  return (
    <View style={styles.fact}>
      <View style={styles.about}>
        <Words colour={colours.quiet}>{about}</Words>
      </View>
      <View style={styles.says}>
        <Words>{children}</Words>
        {detail ? (
          <Words size="small" colour={colours.quiet}>
            {detail}
          </Words>
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', gap: space.one, justifyContent: 'space-between' },
  attempts: { alignItems: 'flex-end', maxWidth: 130, gap: 2 },
  fact: { flexDirection: 'row', gap: space.one },
  about: { width: 76 },
  says: { flex: 1, minWidth: 0 },
});
