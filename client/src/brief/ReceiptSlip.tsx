import { useRouter } from 'expo-router';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CornerUpLeft from 'lucide-react-native/icons/corner-up-left';
import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mayTakeBack, sayPoints, type Attempt, type Given, type MyBrief } from '@ravlo/contract';
import { useTakeBackMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { ReceiptFacts } from '@/page/ReceiptFacts';
import { attemptFacts } from '@/page/sayBrief';
import { saveReceipt } from '@/page/saveReceipt';
import { Button } from '@/ui/Button';
import { Printable, type PrintableHandle } from '@/ui/Printable';
import { Slip } from '@/ui/Slip';
import { colours, space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface ReceiptSlipProps {
  readonly attempt: Attempt;
  readonly mine: MyBrief;
  readonly now: number;
}

/** The proof that work has arrived, with what can be done afterwards. */
export function ReceiptSlip({ attempt, mine, now }: ReceiptSlipProps) {
  const router = useRouter();
  const [takeBack, taking] = useTakeBackMutation();
  const slip = useRef<PrintableHandle>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { receipt, takenBackAt, comment } = attempt;
  const index = mine.attempts.indexOf(attempt);
  const canTakeBack = mayTakeBack(mine.brief, mine.attempts.map(attemptFacts), index, now);
  const isGone = takenBackAt !== null;
  const Icon = isGone ? CornerUpLeft : CircleCheck;
  const doTakeBack = () => {
    takeBack(attempt.id)
      .unwrap()
      .then(() => setTrouble(null))
      .catch((reason: unknown) => setTrouble(toTrouble(reason).detail));
  };
  return (
    <View role="group" aria-label={`Receipt of attempt ${receipt.attempt}`}>
      <Printable ref={slip}>
        <Slip seed={attempt.id}>
          <ReceiptFacts
            receipt={receipt}
            stamp={isGone ? null : receipt.isLate ? 'LATE' : 'ARRIVED'}
            head={isGone ? 'Taken back. It had arrived' : 'Arrived'}
          />
          <View style={styles.same}>
            <Icon size={20} color={isGone ? colours.quiet : colours.good} aria-hidden />
            <View style={styles.words}>
              <Words bold={!isGone} colour={isGone ? colours.quiet : colours.good}>
                {isGone
                  ? 'Taken back: the marker does not see it any more.'
                  : 'The same bytes as on this device'}
              </Words>
            </View>
          </View>
          {comment ? <Words>{`“${comment}”`}</Words> : null}
          {attempt.given ? (
            <Button
              kind="filled"
              label={saySeeMarks(attempt.given)}
              onPress={() => router.push(`/brief/${mine.brief.id}/marked/${attempt.id}`)}
            />
          ) : null}
          <View style={styles.ways}>
            <Button
              compact
              label="Open what arrived"
              onPress={() => router.push(`/brief/${mine.brief.id}/arrived/${attempt.id}`)}
            />
            {canTakeBack ? (
              <Button
                compact
                label={taking.isLoading ? 'Taking it back…' : 'Take it back'}
                disabled={taking.isLoading}
                onPress={doTakeBack}
              />
            ) : null}
            <WordButton label="Save the receipt" onPress={() => saveReceipt(receipt)} />
            <WordButton label="Print it" onPress={() => slip.current?.print()} />
          </View>
          {trouble ? (
            <Words role="alert" colour={colours.pencil}>
              {trouble}
            </Words>
          ) : null}
        </Slip>
      </Printable>
    </View>
  );
}

const saySeeMarks = ({ points, most }: Given): string =>
  points === null || most === null ? 'See the marks' : `See the marks: ${sayPoints(points)} of ${most}`;

const styles = StyleSheet.create({
  same: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  words: { flex: 1 },
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: space.two, alignItems: 'center' },
});
