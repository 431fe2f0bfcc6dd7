import { StyleSheet, View } from 'react-native';
import { fullName, type MyBrief, type Person } from '@ravlo/contract';
import { sayAttempt, sayDue } from '@/page/sayBrief';
import { PersonMark } from '@/ui/PersonMark';
import { Slip } from '@/ui/Slip';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface AgreedSlipProps {
  readonly me: Person | null;
  /** null while no brief is chosen */
  readonly mine: MyBrief | null;
  readonly now: number;
  /** the brief may not be the right one */
  readonly isDoubtful: boolean;
  readonly onPerson: () => void;
  readonly onChange: () => void;
}

/** Who hands over, to which class, for which brief. */
export function AgreedSlip({ me, mine, now, isDoubtful, onPerson, onChange }: AgreedSlipProps) {
  return (
    <Slip seed={mine?.brief.id ?? 'none'}>
      <Row
        about="Who"
        says={me ? fullName(me) : ''}
        detail={me?.studentNumber}
        needsYou={me?.firstName === ''}
        way={
          <>
            {me ? <PersonMark name={me.firstName} texture={me.pattern} size={44} /> : null}
            <WordButton label="Change" describes="Change: who hands over" onPress={onPerson} />
          </>
        }
      />
      <Row
        about="Class"
        says={mine?.deskClass.name ?? ''}
        detail={mine ? `marker ${mine.deskClass.marker}` : ''}
      />
      <Row
        about="Brief"
        says={mine?.brief.title ?? 'None is chosen'}
        needsYou={mine === null || isDoubtful}
        detail={mine ? `${sayDue(mine, now)}, ${sayAttempt(mine).toLowerCase()}` : ''}
        way={
          <WordButton
            stands="centre"
            label={mine ? 'Change' : 'Choose'}
            describes={`${mine ? 'Change' : 'Choose'}: the brief`}
            onPress={onChange}
          />
        }
      />
    </Slip>
  );
}

interface RowProps {
  readonly about: string;
  readonly says: string;
  readonly detail?: string;
  readonly needsYou?: boolean;
  readonly way?: React.ReactNode;
}

function Row({ about, says, detail, needsYou = false, way }: RowProps) {
  return (
    <View style={styles.row}>
      <View style={styles.about}>
        <Words colour={colours.quiet}>{about}</Words>
      </View>
      <View style={styles.says}>
        <Words bold size="lead" colour={needsYou ? colours.pencil : colours.ink}>
          {says}
        </Words>
        {detail ? (
          <Words size="small" colour={colours.quiet}>
            {detail}
          </Words>
        ) : null}
      </View>
      {way}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: space.one, minHeight: 48 },
  about: { width: 52 },
  says: { flex: 1, minWidth: 0 },
});
