import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mayHandOver } from '@ravlo/contract';
import { useBriefQuery, useCreatePacketMutation, useDeskQuery } from '@/packet/api';
import { useAppDispatch } from '@/packet/store';
import { toTrouble } from '@/packet/trouble';
import { told } from '@/packet/troublesSlice';
import { PacketPicker } from '@/page/PacketPicker';
import { attemptFacts, standing } from '@/page/sayBrief';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { space } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { Words } from '@/ui/Words';
import { AskedSlip } from './AskedSlip';
import { ReceiptSlip } from './ReceiptSlip';

/** What a teacher asks for, and what of it has been handed over. */
export function BriefScreen({ briefId }: { readonly briefId: string }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data: mine, error } = useBriefQuery(briefId);
  const { data: desk } = useDeskQuery();
  const now = useNow(desk?.now);
  const [createPacket, creating] = useCreatePacketMutation();
  const [isPicking, setPicking] = useState(false);
  const may = mine ? mayHandOver(mine.brief, mine.attempts.map(attemptFacts), now) : null;

  const start = async () => {
    try {
      const packet = await createPacket().unwrap();
      router.push(`/packet/${packet.id}/gather`);
    } catch (reason) {
      dispatch(told(toTrouble(reason)));
    }
  };

  return (
    <ScreenFrame
      column
      header={
        <>
          <IconButton icon={ArrowLeft} label="To the shelf" onPress={() => router.replace('/')} />
          <View style={styles.title}>
            <Words size="title" bold heading={1} numberOfLines={2}>
              {mine?.brief.title ?? 'Brief'}
            </Words>
          </View>
        </>
      }
      footer={
        mine && may?.may ? (
          <View style={styles.row}>
            <Button grow label="Take photos" disabled={creating.isLoading} onPress={() => void start()} />
            <Button
              grow
              kind={standing(mine) ? 'plain' : 'filled'}
              label={standing(mine) ? 'Hand over again…' : 'Hand over…'}
              onPress={() => setPicking(true)}
            />
          </View>
        ) : null
      }
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {mine ? <AskedSlip mine={mine} now={now} /> : null}
      {mine && may && !may.may ? (
        <Notice
          title={may.why === 'closed' ? 'This brief is closed.' : 'All attempts are used.'}
          detail="Your pages are safe here. Ask your marker if it has to be taken all the same."
        />
      ) : null}
      {mine
        ? [...mine.attempts]
            .reverse()
            .map((attempt) => <ReceiptSlip key={attempt.id} attempt={attempt} mine={mine} now={now} />)
        : null}
      {isPicking ? (
        <PacketPicker
          title="Which packet?"
          packetId=""
          onPick={({ id }) => router.push(`/packet/${id}/hand-over?brief=${briefId}`)}
          onClose={() => setPicking(false)}
        />
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  title: { flex: 1, minWidth: 0 },
  row: { flexDirection: 'row', gap: space.one * 1.5 },
});
