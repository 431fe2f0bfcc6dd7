import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import type { LucideIcon } from 'lucide-react-native';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { pinsTake, readPoints, sayPoints, tidy, type Reading } from '@ravlo/contract';
import { Ruler } from '@/ui/Ruler';
import { TextField } from '@/ui/TextField';
import { colours, radius, space, target } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import type { Marks } from './useMarks';

export interface PointsPanelProps {
  readonly reading: Reading;
  readonly marks: Marks;
}

/** Points of the maximum: by steps, typed, or as the parts and the pins leave them. */
export function PointsPanel({ reading: { brief, authors }, marks }: PointsPanelProps) {
  const most = brief.points;
  const [typed, setTyped] = useState<string | null>(null);
  if (most === null)
    return (
      <Words size="small" colour={colours.quiet}>
        This brief has no points.
      </Words>
    );
  const { points, marking } = marks;
  const shown = typed ?? (points === null ? '' : sayPoints(points));
  const value = typed === null ? points : readPoints(typed);
  const isWrong = typed !== null && typed.trim() !== '' && (value === null || value < 0 || value > most);
  const set = (next: number) => {
    setTyped(null);
    marks.setPoints(Math.min(most, Math.max(0, tidy(next))));
  };
  const taken = pinsTake(marking.pins);
  const by = authors.points;
  return (
    <View style={styles.all}>
      <View style={styles.head}>
        <Words bold size="lead" heading={2}>
          Points
        </Words>
        <Words size="small" colour={colours.quiet}>
          {marking.points === null && marking.parts.length > 0
            ? 'the sum of the parts'
            : taken !== 0
              ? `the pins ${taken < 0 ? `take ${sayPoints(-taken)} off` : `add ${sayPoints(taken)}`}`
              : by
                ? `given by ${by}`
                : ''}
        </Words>
      </View>
      <View style={styles.row}>
        <Step icon={Minus} label="One point less" onPress={() => set((points ?? most) - 1)} />
        <View style={styles.amount}>
          <TextField
            isLead
            aria-label={`Points, of ${most}`}
            value={shown}
            inputMode="decimal"
            onChangeText={(next) => {
              setTyped(next);
              const read = readPoints(next);
              if (read !== null && read >= 0 && read <= most) marks.setPoints(read);
            }}
            onBlur={() => setTyped(null)}
            place={FIELD}
          />
          <Words>{`of ${most}`}</Words>
        </View>
        <Step icon={Plus} label="One point more" onPress={() => set((points ?? most - 1) + 1)} />
      </View>
      <Ruler
        label={points === null ? 'No points yet' : `${sayPoints(points)} of ${most} points`}
        amount={points ?? 0}
        most={most}
      />
      {isWrong ? (
        <Words size="small" role="alert" colour={colours.pencil}>
          {`From 0 to ${most}, like 7, 7.5 or 7½.`}
        </Words>
      ) : marking.points !== null && (marking.parts.length > 0 || taken !== 0) ? (
        <WordButton
          label={marking.parts.length > 0 ? 'Take the sum of the parts' : 'Take what the pins leave'}
          onPress={() => {
            setTyped(null);
            marks.setPoints(null);
          }}
        />
      ) : null}
    </View>
  );
}

interface StepProps {
  readonly icon: LucideIcon;
  readonly label: string;
  readonly onPress: () => void;
}

function Step({ icon: Icon, label, onPress }: StepProps) {
  return (
    <Pressable role="button" aria-label={label} onPress={onPress} style={styles.step}>
      <Icon size={20} color={colours.ink} aria-hidden />
    </Pressable>
  );
}

const FIELD = { width: 92 } as const;

const styles = StyleSheet.create({
  all: { gap: space.half },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline' },
  row: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  amount: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  step: {
    width: 64,
    height: target,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.surface,
    borderWidth: 1.5,
    borderColor: colours.ink,
    borderRadius: radius,
  },
});
