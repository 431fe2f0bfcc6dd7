import AlarmClock from 'lucide-react-native/icons/alarm-clock';
import CircleCheckBig from 'lucide-react-native/icons/circle-check-big';
import CircleDashed from 'lucide-react-native/icons/circle-dashed';
import CornerUpLeft from 'lucide-react-native/icons/corner-up-left';
import StampIcon from 'lucide-react-native/icons/stamp';
import type { LucideIcon } from 'lucide-react-native';
import { useEffect, useRef } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { sayBytes, type Brief, type Work } from '@ravlo/contract';
import { PersonMark } from '@/ui/PersonMark';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { StudentName } from '../StudentName';
import { isLateWork, sayWorkDetail, sayWorkState, standingWork, workState, type WorkState } from '../sayWork';
import { TimeStroke, type TimeSpan } from './timeSpan';

const ICONS: Readonly<Record<WorkState, LucideIcon>> = {
  'nothing-yet': CircleDashed,
  'taken-back': CornerUpLeft,
  'handed-over': StampIcon,
  marked: CircleCheckBig,
};

export interface WorkRowProps {
  readonly work: Work;
  readonly brief: Brief;
  readonly now: number;
  /** null where there is no room for it, or nothing to be placed */
  readonly span: TimeSpan | null;
  readonly isChosen: boolean;
  readonly onOpen: () => void;
  readonly onExtend: () => void;
}

/** One student's work: who, where it stands, when it came, how much it is. */
export function WorkRow({ work, brief, now, span, isChosen, onOpen, onExtend }: WorkRowProps) {
  const { student, dueAt } = work;
  const standing = standingWork(work);
  const state = workState(work);
  const Icon = ICONS[state];
  const isLate = isLateWork(work);
  const detail = sayWorkDetail(work, now);
  const row = useRef<View>(null);
  useEffect(() => {
    if (isChosen) (row.current as unknown as HTMLElement | null)?.scrollIntoView?.({ block: 'nearest' });
  }, [isChosen]);
  return (
    <View ref={row} role="listitem" style={[styles.row, isChosen && styles.chosen]}>
      <Pressable role="button" onPress={standing ? onOpen : onExtend} style={styles.press}>
        <PersonMark name={student.firstName} texture={student.pattern} size={38} />
        <View style={span ? styles.who : styles.narrowWho}>
          <StudentName student={student} />
          {span ? null : (
            <State icon={Icon} words={sayWorkState(work, brief)} detail={detail} isLate={isLate} />
          )}
        </View>
        {span ? (
          <>
            <View style={styles.state}>
              <State icon={Icon} words={sayWorkState(work, brief)} detail={detail} isLate={isLate} />
            </View>
            <TimeStroke
              span={span}
              at={standing ? Date.parse(standing.receipt.arrivedAt) : null}
              dueAt={Date.parse(dueAt ?? brief.dueAt ?? '')}
            />
          </>
        ) : null}
        <View style={styles.size}>
          {standing ? (
            <>
              <Words align="right" numberOfLines={1}>
                {standing.receipt.pages === 1 ? '1 page' : `${standing.receipt.pages} pages`}
              </Words>
              <Words size="small" colour={colours.quiet} align="right">
                {sayBytes(standing.receipt.bytes)}
              </Words>
            </>
          ) : student.hasLeft || dueAt === null ? null : (
            <Words size="small" underlined align="right">
              more time
            </Words>
          )}
        </View>
      </Pressable>
    </View>
  );
}

interface StateProps {
  readonly icon: LucideIcon;
  readonly words: string;
  readonly detail: string;
  readonly isLate: boolean;
}

function State({ icon: Icon, words, detail, isLate }: StateProps) {
  return (
    <>
      <View style={styles.line}>
        <Icon size={18} color={colours.ink} aria-hidden />
        <Words bold size="small" numberOfLines={1}>
          {words}
        </Words>
      </View>
      <View style={styles.line}>
        {isLate ? (
          <AlarmClock size={16} color={colours.pencil} aria-hidden />
        ) : (
          <View style={styles.noIcon} />
        )}
        <Words size="small" bold={isLate} colour={isLate ? colours.pencil : colours.quiet} numberOfLines={1}>
          {detail}
        </Words>
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { borderTopWidth: 1, borderColor: colours.line },
  chosen: { backgroundColor: colours.surface },
  press: { minHeight: target + 8, flexDirection: 'row', alignItems: 'center', gap: space.one },
  who: { width: 112 },
  narrowWho: { flex: 1, minWidth: 0, paddingVertical: space.half },
  state: { flex: 1, minWidth: 0 },
  line: { flexDirection: 'row', alignItems: 'center', gap: space.half },
  noIcon: { width: 18 },
  size: { width: 62 },
});
