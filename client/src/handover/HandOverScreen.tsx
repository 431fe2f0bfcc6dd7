import { useRouter } from 'expo-router';
import { useState } from 'react';
import { format } from 'date-fns';
import { StyleSheet, View } from 'react-native';
import { closesAt, mailDraftSchema, UNNAMED, type MyBrief, type ReadyFix } from '@ravlo/contract';
import { changeFacts } from '@/packet/editing';
import { standingWith } from '@/packet/handOver';
import { selectHanding } from '@/packet/handingsSlice';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { BriefChoice } from '@/page/BriefChoice';
import { MailFields } from '@/page/MailFields';
import { PacketPicker } from '@/page/PacketPicker';
import { ReadyCheck } from '@/page/ReadyCheck';
import { mostUrgent } from '@/page/sayBrief';
import { useMe } from '@/page/useMe';
import { useOnItsWay } from '@/page/useOnItsWay';
import { WaitingNotice } from '@/page/WaitingNotice';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { useWide } from '@/ui/useWide';
import { space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { AgreedSlip } from './AgreedSlip';
import { CommentField } from './CommentField';
import { DoNotFit, FitWays } from './DoNotFit';
import { FurtherFiles } from './FurtherFiles';
import { Going } from './Going';
import { HandedFile } from './HandedFile';
import { Statement } from './Statement';
import { useAgreed } from './useAgreed';
import { useMailDraft } from './useMailDraft';
import { useHandedFiles } from './useHandedFiles';
import { useHandOver } from './useHandOver';

export interface HandOverScreenProps {
  readonly packetId: string;
  /** that was come from; the person may choose another */
  readonly briefId: string | null;
}

/** Who, which class, which brief, which file: readable in one glance, and then the one action. */
export function HandOverScreen({ packetId, briefId }: HandOverScreenProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const isWide = useWide();
  const me = useMe();
  const agreed = useAgreed(packetId, briefId);
  const { packet, now, mine, name, made, lines, may, differs, file } = agreed;
  const [choosing, setChoosing] = useState<'brief' | 'packet' | null>(null);
  const [comment, setComment] = useState('');
  const [further, setFurther] = useState<readonly File[]>([]);
  /** the brief whose statement is confirmed */
  const [confirmed, setConfirmed] = useState<string | null>(null);
  const { handing, handOver } = useHandOver();
  const waiting = useAppSelector((state) => (mine ? selectHanding(state, mine.brief.id) : undefined));
  // With little time left what may stay empty is out of the way.
  const isHurried = mine !== null && mostUrgent([mine], now) !== null;
  const [isMore, setMore] = useState(false);

  const handed = useHandedFiles(made?.bytes ?? null, file, mine?.brief.format ?? 'pdf', further);
  const onItsWay = useOnItsWay(packetId);
  const there = mine && handed ? standingWith(mine, handed.hashes) : null;
  const isConfirmed = mine !== null && confirmed === mine.brief.id;
  const draft = useMailDraft(mine, me, packet?.pages.length ?? 0);
  const written = draft && mailDraftSchema.safeParse(draft.mail);
  const isFit =
    mine !== null &&
    may?.may === true &&
    made !== null &&
    handed !== null &&
    onItsWay === 0 &&
    made.leastBytes === undefined &&
    name !== UNNAMED &&
    me?.firstName !== '' &&
    (mine.brief.statement === null || isConfirmed) &&
    (written === null || written.success);

  const toReceipt = (brief: string) => router.replace(`/brief/${brief}`);
  const go = async () => {
    if (!mine || !handed) return;
    const attempt = await handOver(mine, {
      ...{ packetId, files: handed.files, comment, isConfirmed },
      ...{ parts: agreed.tie.parts?.given ?? null, mail: written?.success ? written.data : null },
    });
    if (attempt) toReceipt(mine.brief.id);
  };
  const fix = (way: ReadyFix) => {
    const page = way.does === 'see-page' ? packet?.pages[way.number - 1] : undefined;
    if (page) router.push(`/packet/${packetId}/page/${page.id}`);
    else if (way.does === 'take-name') {
      if (packet) dispatch(changeFacts(packet, { name: way.name }, 'name'));
    } else if (way.does === 'name') router.replace(`/packet/${packetId}/finish`);
    else router.push(way.does === 'add-pages' ? `/packet/${packetId}/gather` : `/packet/${packetId}`);
  };

  const slip = (
    <AgreedSlip
      me={me}
      mine={mine}
      now={now}
      isDoubtful={differs !== null}
      onPerson={() => router.push('/people')}
      onChange={() => setChoosing('brief')}
    />
  );
  const what = (
    <>
      {may && !may.may ? (
        <Notice
          tone="attention"
          title={may.why === 'closed' ? 'This brief is closed.' : 'All attempts are used.'}
          detail="Your pages are safe here. Choose another brief, or ask your marker."
        />
      ) : null}
      {there && mine ? (
        <Notice
          tone="good"
          title="This very file has arrived."
          detail="It lies with the marker; there is nothing to be done."
        />
      ) : null}
      {differs && mine ? (
        <DoNotFit
          disagreement={differs}
          briefTitle={mine.brief.title}
          packetName={name}
          firstPage={packet?.pages[0]}
        />
      ) : null}
      <HandedFile packet={packet} made={made} handed={handed} isNamed={name !== UNNAMED} />
      {differs ? null : <ReadyCheck lines={lines} onFix={fix} />}
      {mine && !differs ? (
        <>
          {mine.brief.statement ? (
            <Statement
              words={mine.brief.statement}
              isConfirmed={isConfirmed}
              onChange={(is) => setConfirmed(is ? mine.brief.id : null)}
            />
          ) : null}
          {draft ? <MailFields mail={draft.mail} isToFixed onChange={draft.change} /> : null}
          {isHurried && !isMore ? (
            <WordButton label="A word to the marker, further files" onPress={() => setMore(true)} />
          ) : (
            <>
              {mine.brief.takesComment && !draft ? (
                <CommentField marker={mine.deskClass.marker} comment={comment} onChange={setComment} />
              ) : null}
              <FurtherFiles files={further} onChange={setFurther} />
            </>
          )}
        </>
      ) : null}
    </>
  );
  const footer = differs ? (
    <FitWays
      better={differs.better.title}
      onBetter={() => agreed.choose(differs.better.id)}
      onOtherPacket={() => setChoosing('packet')}
      onFits={agreed.belongTogether}
    />
  ) : there && mine ? (
    <Button kind="filled" label="See the receipt" onPress={() => toReceipt(mine.brief.id)} />
  ) : (
    <>
      {waiting && handing.state !== 'going' ? (
        <WaitingNotice waiting={waiting} />
      ) : (
        <Going handing={handing} otherwise={sayBefore(mine)} />
      )}
      <Button
        kind="filled"
        label={sayAction(mine)}
        disabled={!isFit || handing.state === 'going'}
        onPress={() => void go()}
      />
    </>
  );

  return (
    <ScreenFrame
      column={!isWide}
      header={
        <ScreenHead
          title="Hand over"
          back="To the file"
          onBack={() => router.replace(`/packet/${packetId}/finish`)}
        />
      }
      footer={isWide ? null : footer}
    >
      {isWide ? (
        <View style={styles.wide}>
          <View style={styles.what}>{what}</View>
          <View style={styles.who}>
            {slip}
            {footer}
          </View>
        </View>
      ) : (
        <>
          {slip}
          {what}
        </>
      )}
      {choosing === 'brief' ? (
        <BriefChoice
          briefs={agreed.desk?.briefs ?? []}
          chosen={mine?.brief.id ?? null}
          now={now}
          onChoose={agreed.choose}
          onClose={() => setChoosing(null)}
        />
      ) : null}
      {choosing === 'packet' ? (
        <PacketPicker
          title="Which packet?"
          packetId={packetId}
          onPick={({ id }) => router.replace(`/packet/${id}/hand-over?brief=${mine?.brief.id ?? ''}`)}
          onClose={() => setChoosing(null)}
        />
      ) : null}
    </ScreenFrame>
  );
}

/** The one action, by its name. */
function sayAction(mine: MyBrief | null): string {
  if (!mine) return 'Hand over';
  const { by } = mine.brief;
  if (by.kind === 'mail') return `Send to ${by.to}`;
  return by.kind === 'folder' ? `Put into “${by.folder}”` : `Hand over to ${mine.deskClass.marker}`;
}

/** What is said while nothing has been sent: that it has not, and how long it could be taken back. */
function sayBefore(mine: MyBrief | null): string {
  if (!mine) return 'Not handed over yet.';
  const { by } = mine.brief;
  if (by.kind === 'mail') return 'Not handed over yet. It goes as a message: that cannot be taken back.';
  const end = closesAt(mine.brief);
  const isLast = mine.brief.attempts !== null && mine.attempts.length + 1 >= mine.brief.attempts;
  if (isLast) return 'Not handed over yet. This is the last attempt: it cannot be taken back.';
  return end === null
    ? 'Not handed over yet. You can take it back until it is marked.'
    : `Not handed over yet. You can take it back until ${format(new Date(end), 'd MMMM, HH:mm')}.`;
}

const styles = StyleSheet.create({
  wide: { flexDirection: 'row', gap: space.four, alignItems: 'flex-start' },
  what: { flex: 1, minWidth: 0, gap: space.two },
  who: { width: 360, gap: space.two },
});
