import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mayHandOver, type MyBrief } from '@ravlo/contract';
import { useBriefQuery, useDeskQuery } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { PacketPicker } from '@/page/PacketPicker';
import { attemptFacts, standing } from '@/page/sayBrief';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { space } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { useWide } from '@/ui/useWide';
import { AskedSlip } from './AskedSlip';
import { ReceiptSlip } from './ReceiptSlip';
import { TiedPackets } from './TiedPackets';
import { useBriefPackets } from './useBriefPackets';
import { WorksheetCard } from './WorksheetCard';

/** What a teacher asks for, the packets that are for it, and what of it has been handed over. */
export function BriefScreen({ briefId }: { readonly briefId: string }) {
  const { data: mine, error } = useBriefQuery(briefId);
  const router = useRouter();
  return mine ? (
    <Brief mine={mine} />
  ) : (
    <ScreenFrame
      column
      header={<IconButton icon={ArrowLeft} label="To the shelf" onPress={() => router.replace('/')} />}
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
    </ScreenFrame>
  );
}

function Brief({ mine }: { readonly mine: MyBrief }) {
  const router = useRouter();
  const isWide = useWide();
  const { brief, deskClass, attempts } = mine;
  const { data: desk } = useDeskQuery();
  const now = useNow(desk?.now);
  const packets = useBriefPackets(mine);
  const [isPicking, setPicking] = useState(false);
  const may = mayHandOver(brief, attempts.map(attemptFacts), now);
  const [tied] = packets.tied;

  const start = async () => {
    const id = await packets.start();
    if (id) router.push(`/packet/${id}/gather`);
  };
  const write = async () => {
    const id = await packets.start();
    if (id) router.push(`/packet/${id}/gather?worksheet=${brief.id}`);
  };

  const footer = !may.may ? null : tied ? (
    <Button
      kind={standing(mine) ? 'plain' : 'filled'}
      label={standing(mine) ? 'Hand over again…' : 'Hand over…'}
      onPress={() => router.push(`/packet/${tied.id}/hand-over?brief=${brief.id}`)}
    />
  ) : (
    <>
      <Button label="Use a packet I have" onPress={() => setPicking(true)} />
      <Button
        kind="filled"
        label="Start its packet"
        disabled={packets.isStarting}
        onPress={() => void start()}
      />
    </>
  );
  const asked = (
    <>
      <AskedSlip mine={mine} now={now} nameAsked={packets.nameAsked} />
      {may.may ? null : (
        <Notice
          title={may.why === 'closed' ? 'This brief is closed.' : 'All attempts are used.'}
          detail="Your pages are safe here. Ask your marker if it has to be taken all the same."
        />
      )}
      {brief.worksheet ? (
        <WorksheetCard
          briefId={brief.id}
          worksheet={brief.worksheet}
          onWrite={may.may ? () => void write() : null}
        />
      ) : null}
      <TiedPackets packets={packets.tied} onAnother={may.may ? () => setPicking(true) : null} />
    </>
  );
  const receipts = [...attempts]
    .reverse()
    .map((attempt) => <ReceiptSlip key={attempt.id} attempt={attempt} mine={mine} now={now} />);

  return (
    <ScreenFrame
      column={!isWide}
      header={
        <ScreenHead
          title={brief.title}
          detail={[deskClass.name, brief.unit, `marker ${deskClass.marker}`].filter(Boolean).join(', ')}
          back="To the shelf"
          onBack={() => router.replace('/')}
        />
      }
      footer={isWide ? null : footer}
    >
      {isWide ? (
        <View style={styles.wide}>
          <View style={styles.asked}>{asked}</View>
          <View style={styles.side}>
            {footer}
            {receipts}
          </View>
        </View>
      ) : (
        <>
          {standing(mine) ? receipts : null}
          {asked}
          {standing(mine) ? null : receipts}
        </>
      )}
      {isPicking ? (
        <PacketPicker
          title="Which packet?"
          packetId=""
          onPick={({ id }) => void packets.tie(id).then(() => router.push(`/packet/${id}`))}
          onClose={() => setPicking(false)}
        />
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  wide: { flexDirection: 'row', gap: space.four, alignItems: 'flex-start' },
  asked: { flex: 1, minWidth: 0, maxWidth: 620, gap: space.two },
  side: { width: 360, gap: space.two },
});
