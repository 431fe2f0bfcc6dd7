import { format } from 'date-fns';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CornerUpLeft from 'lucide-react-native/icons/corner-up-left';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mayTakeBack, sayBytes, sayPages, type Attempt, type MyBrief } from '@ravlo/contract';
import { handedUrl, useTakeBackMutation } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { attemptFacts } from '@/page/sayBrief';
import { saveFile, saveLink } from '@/ui/saveFile';
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
  const [takeBack, taking] = useTakeBackMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const { receipt, takenBackAt } = attempt;
  const index = mine.attempts.indexOf(attempt);
  const canTakeBack = mayTakeBack(mine.brief, mine.attempts.map(attemptFacts), index, now);
  const when = format(new Date(receipt.arrivedAt), 'EEEE d MMMM yyyy, HH:mm:ss');
  const isGone = takenBackAt !== null;
  const Icon = isGone ? CornerUpLeft : CircleCheck;
  const of = receipt.attemptsAllowed === null ? '' : ` of ${receipt.attemptsAllowed}`;
  return (
    <View role="group" aria-label={`Receipt of attempt ${receipt.attempt}`}>
      <Slip seed={attempt.id}>
        <View style={styles.head}>
          <Icon size={24} color={isGone ? colours.quiet : colours.good} aria-hidden />
          <Words bold size="lead" heading={2}>
            {isGone ? 'Taken back' : receipt.isLate ? 'Arrived, late' : 'Arrived on time'}
          </Words>
        </View>
        <Words>{`${when}, attempt ${receipt.attempt}${of}`}</Words>
        <Words>{`${receipt.fileName}, ${sayPages(receipt.pages)}, ${sayBytes(receipt.bytes)}`}</Words>
        <Words size="small" colour={colours.quiet} testID="fingerprint">
          {`Fingerprint ${receipt.sha256.slice(0, 16)}: the bytes that lie with the marker are the bytes on this device.`}
        </Words>
        {attempt.comment ? <Words>{`“${attempt.comment}”`}</Words> : null}
        <View style={styles.ways}>
          <WordButton
            label="Open what arrived"
            onPress={() => saveLink(handedUrl(attempt.id), receipt.fileName)}
          />
          <WordButton
            label="Save the receipt"
            onPress={() =>
              saveFile(
                new Blob([`${JSON.stringify(receipt, null, 1)}\n`], { type: 'application/json' }),
                `${receipt.fileName.replace(/\.pdf$/, '')} receipt.json`,
              )
            }
          />
          {canTakeBack ? (
            <WordButton
              label={taking.isLoading ? 'Taking it back…' : 'Take it back'}
              onPress={() => {
                takeBack(attempt.id)
                  .unwrap()
                  .then(() => setTrouble(null))
                  .catch((reason: unknown) => setTrouble(toTrouble(reason).detail));
              }}
            />
          ) : null}
        </View>
        {trouble ? (
          <Words role="alert" colour={colours.pencil}>
            {trouble}
          </Words>
        ) : null}
      </Slip>
    </View>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  ways: { flexDirection: 'row', flexWrap: 'wrap', columnGap: space.two },
});
