import { StyleSheet, View } from 'react-native';
import { format } from 'date-fns/format';
import Svg, { Path } from 'react-native-svg';
import type { Work } from '@ravlo/contract';
import { colours } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { standingWork } from '../sayWork';

/** The stretch of time in which work came, ms. */
export interface TimeSpan {
  readonly from: number;
  readonly to: number;
}

export const SPAN_WIDTH = 190;
/** Room at both ends, and at the right for the words of what is due. */
const EDGE = 12;
const HOUR = 3600_000;

/** From the first that came, or some hours before it was due, to the last; null where there is nothing to be placed. */
export function spanOf(work: readonly Work[], dueAt: string | null): TimeSpan | null {
  const times = work.flatMap((each) => {
    const standing = standingWork(each);
    return standing ? [Date.parse(standing.receipt.arrivedAt)] : [];
  });
  if (dueAt === null || times.length === 0) return null;
  const due = Date.parse(dueAt);
  // One who was weeks early does not press all others together.
  const early = times.filter((time) => time <= due).sort((a, b) => a - b);
  const first = early[Math.floor(early.length / 10)] ?? due;
  const from = Math.min(due - HOUR, Math.max(first, due - 14 * 24 * HOUR));
  const lead = due - from;
  return {
    from,
    to: Math.max(due + lead * 0.45, Math.min(due + lead, ...times.filter((time) => time > due))),
  };
}

/** Where a moment lies along the span, px. */
export function placeIn({ from, to }: TimeSpan, at: number): number {
  const share = (at - from) / Math.max(1, to - from);
  return EDGE + Math.min(1, Math.max(0, share)) * (SPAN_WIDTH - 2 * EDGE);
}

/** A stroke by hand where a work came, and the line where it was due. */
export function TimeStroke({ span, at, dueAt }: { span: TimeSpan; at: number | null; dueAt: number }) {
  const due = placeIn(span, dueAt);
  const x = at === null ? null : placeIn(span, at);
  return (
    <View aria-hidden style={styles.stroke}>
      <Svg width={SPAN_WIDTH} height={57}>
        <Path d={`M${due} 0V57`} stroke={colours.ink} strokeWidth={1.2} />
        {x === null ? null : (
          <Path
            d={`M${x - 0.6} 16C${x + 0.8} 24 ${x - 0.8} 33 ${x + 0.6} 41`}
            stroke={colours.ink}
            strokeWidth={4}
            strokeLinecap="round"
            fill="none"
          />
        )}
      </Svg>
    </View>
  );
}

/** The words over the strokes: when it was due. */
export function TimeHead({ span, dueAt }: { span: TimeSpan; dueAt: string | null }) {
  if (dueAt === null) return null;
  const due = placeIn(span, Date.parse(dueAt));
  return (
    <View aria-hidden style={styles.headRow}>
      <View style={styles.head}>
        <View style={[styles.due, { left: due - 60 }]}>
          <Words size="small" bold align="center">
            {`due ${format(new Date(dueAt), 'HH:mm')}`}
          </Words>
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  stroke: { width: SPAN_WIDTH },
  headRow: { flex: 1, alignItems: 'flex-end' },
  // What stands behind the strokes in a row is as wide.
  head: { width: SPAN_WIDTH, height: 20, marginRight: 70 },
  due: { position: 'absolute', width: 120 },
});
