import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mayHandOver, sayBytes, sayPages, UNNAMED } from '@ravlo/contract';
import { useDeskQuery, usePacketQuery, useShelfQuery } from '@/packet/api';
import { selectFacts } from '@/packet/editsSlice';
import { useAppSelector } from '@/packet/store';
import { fileNameAmong } from '@/page/fileNameAmong';
import { ReadyCheck } from '@/page/ReadyCheck';
import { attemptFacts } from '@/page/sayBrief';
import { useMe } from '@/page/useMe';
import { usePdf } from '@/page/usePdf';
import { useReadyCheck } from '@/page/useReadyCheck';
import { useWishes } from '@/page/useWishes';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { openInTab } from '@/ui/openInTab';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { colours, space } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { AgreedSlip } from './AgreedSlip';
import { BriefChoice } from './BriefChoice';
import { CommentField } from './CommentField';
import { Statement } from './Statement';
import { useHandOver } from './useHandOver';

export interface HandOverScreenProps {
  readonly packetId: string;
  /** that was come from; the person may choose another */
  readonly briefId: string | null;
}

const NONE: readonly number[] = [];

/** Who, which class, which brief, which file: readable in one glance, and then the one action. */
export function HandOverScreen({ packetId, briefId }: HandOverScreenProps) {
  const router = useRouter();
  const { data: desk } = useDeskQuery();
  const { data: packet } = usePacketQuery(packetId);
  const { data: shelf } = useShelfQuery();
  const facts = useAppSelector((state) => (packet ? selectFacts(state, packet) : null));
  const me = useMe();
  const now = useNow(desk?.now);
  const [chosen, setChosen] = useState(briefId);
  const [isChoosing, setChoosing] = useState(false);
  const [comment, setComment] = useState('');
  const [isConfirmed, setConfirmed] = useState(false);
  const { handing, handOver } = useHandOver();

  const mine = desk?.briefs.find(({ brief }) => brief.id === chosen) ?? null;
  const name = facts?.name ?? UNNAMED;
  const wishes = useWishes(packet, facts, name, mine?.brief.mostBytes ?? null);
  const pdf = usePdf(packet, wishes);
  const made = pdf.status === 'ready' && !pdf.isStale ? pdf : null;
  const lost = pdf.status === 'ready' ? pdf.lost : pdf.status === 'failed' ? pdf.numbers : NONE;
  const asked = mine?.brief.pages.kind === 'count' ? mine.brief.pages : undefined;
  const lines = useReadyCheck(packet, {
    ...{ name, lost, pagesAsked: asked },
    bytes: made?.bytes.length ?? null,
    mostBytes: wishes.mostBytes,
    leastBytes: made?.leastBytes,
  });
  const may = mine ? mayHandOver(mine.brief, mine.attempts.map(attemptFacts), now) : null;
  const file = packet ? fileNameAmong(shelf?.packets ?? [], { ...packet, name }) : '';
  const isFit =
    mine !== null &&
    may?.may === true &&
    made !== null &&
    made.leastBytes === undefined &&
    name !== UNNAMED &&
    (mine.brief.statement === null || isConfirmed);

  const go = async () => {
    if (!mine || !made) return;
    const attempt = await handOver({
      mine,
      bytes: made.bytes,
      fileName: `${file}.pdf`,
      comment,
      isConfirmed,
    });
    if (attempt) router.replace(`/brief/${mine.brief.id}`);
  };
  const look = () => {
    if (made) openInTab(new Blob([made.bytes], { type: 'application/pdf' }));
  };

  return (
    <ScreenFrame
      column
      header={
        <>
          <IconButton
            icon={ArrowLeft}
            label="To the file"
            onPress={() => router.replace(`/packet/${packetId}/finish`)}
          />
          <Words size="title" bold heading={1}>
            Hand over
          </Words>
        </>
      }
      footer={
        <>
          {handing.state === 'failed' ? (
            <Notice tone="attention" title="Not handed over yet." detail={handing.why} />
          ) : (
            <Words size="small" colour={colours.quiet} align="center" role="status">
              {handing.state === 'going' ? handing.says : 'Not handed over yet.'}
            </Words>
          )}
          <Button
            kind="filled"
            label={mine ? `Hand over to ${mine.deskClass.marker}` : 'Hand over'}
            disabled={!isFit || handing.state === 'going'}
            onPress={() => void go()}
          />
        </>
      }
    >
      {desk ? (
        <AgreedSlip
          me={me}
          mine={mine}
          now={now}
          onPerson={() => router.push('/people')}
          onChange={() => setChoosing(true)}
        />
      ) : null}
      {may && !may.may ? (
        <Notice
          tone="attention"
          title={may.why === 'closed' ? 'This brief is closed.' : 'All attempts are used.'}
          detail="Your pages are safe here. Choose another brief, or ask your marker."
        />
      ) : null}
      <View style={styles.file}>
        <View style={styles.words}>
          <Words bold size="lead" numberOfLines={2}>
            {name === UNNAMED ? 'No name yet' : `${file}.pdf`}
          </Words>
          <Words colour={colours.quiet} testID="handed-file">
            {made ? `${sayPages(made.pageCount)}, ${sayBytes(made.bytes.length)}` : 'The file is being made.'}
          </Words>
        </View>
        {made ? <WordButton label="Look" onPress={look} /> : null}
      </View>
      <ReadyCheck
        lines={lines}
        onFix={(fix) => {
          const page = fix.does === 'see-page' ? packet?.pages[fix.number - 1] : undefined;
          if (page) router.push(`/packet/${packetId}/page/${page.id}`);
          else if (fix.does === 'name') router.replace(`/packet/${packetId}/finish`);
          else router.push(fix.does === 'add-pages' ? `/packet/${packetId}/gather` : `/packet/${packetId}`);
        }}
      />
      {mine?.brief.statement ? (
        <Statement words={mine.brief.statement} isConfirmed={isConfirmed} onChange={setConfirmed} />
      ) : null}
      {mine?.brief.takesComment ? (
        <CommentField marker={mine.deskClass.marker} comment={comment} onChange={setComment} />
      ) : null}
      {isChoosing && desk ? (
        <BriefChoice
          briefs={desk.briefs}
          chosen={chosen}
          now={now}
          onChoose={(id) => {
            setChosen(id);
            setConfirmed(false);
          }}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({
  file: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    paddingVertical: space.one,
    borderBottomWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1, minWidth: 0 },
});
