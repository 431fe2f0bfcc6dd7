import { format } from 'date-fns/format';
import { StyleSheet, View } from 'react-native';
import { sayBytes, type Brief, type NameField, type NamePattern } from '@ravlo/contract';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface AskedFactsProps {
  readonly brief: Brief;
  /** the name that the person's file is asked to have */
  readonly nameAsked?: string | null;
  /** with when it is due, and how often @default false */
  readonly withDue?: boolean;
}

/** What a brief asks for, a line each. */
export function AskedFacts({ brief, nameAsked = null, withDue = false }: AskedFactsProps) {
  return (
    <>
      {withDue ? (
        <Fact about="Due">
          {brief.dueAt === null ? 'at any time' : format(new Date(brief.dueAt), 'EEEE d MMMM, HH:mm')}
        </Fact>
      ) : null}
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
      {withDue ? (
        <Fact about="Tries">{brief.attempts === null ? 'as often as they like' : `${brief.attempts}`}</Fact>
      ) : null}
      {brief.by.kind === 'mail' ? <Fact about="By mail">{brief.by.to}</Fact> : null}
      {brief.by.kind === 'folder' ? <Fact about="Folder">{brief.by.folder}</Fact> : null}
    </>
  );
}

const FORMATS: Readonly<Record<Brief['format'], string>> = {
  pdf: 'one PDF',
  pictures: 'pictures, a sheet each',
  any: 'a PDF or pictures',
};

export const FIELD_WORDS: Readonly<Record<NameField, string>> = {
  surname: 'surname',
  'first-name': 'first name',
  'student-number': 'student number',
  class: 'class',
  assignment: 'title',
  unit: 'unit',
  date: 'date',
  version: 'version',
};

export const sayPattern = ({ parts, separator }: NamePattern): string =>
  parts.map((part) => (typeof part === 'string' ? FIELD_WORDS[part] : part.words)).join(separator);

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
  fact: { flexDirection: 'row', gap: space.one },
  about: { width: 76 },
  says: { flex: 1, minWidth: 0 },
});
