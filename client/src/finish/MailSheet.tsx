import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { mailDraftSchema } from '@ravlo/contract';
import { hashOf } from '@/packet/hashOf';
import { useMailTrayQuery, useSendMailMutation } from '@/packet/mailApi';
import { sendHanded } from '@/packet/sendHanded';
import { toTrouble } from '@/packet/trouble';
import { MailFields, type WrittenMail } from '@/page/MailFields';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface MailSheetProps {
  readonly file: File;
  readonly onClose: () => void;
}

type Sending =
  { readonly state: 'not-yet' | 'going' | 'sent' } | { readonly state: 'failed'; readonly why: string };

/** Sends the finished file by mail: the message is shown, changed, and then goes. */
export function MailSheet({ file, onClose }: MailSheetProps) {
  const { data: tray } = useMailTrayQuery();
  const [sendMail] = useSendMailMutation();
  const [mail, setMail] = useState<WrittenMail>({
    to: '',
    subject: file.name.replace(/\.pdf$/i, ''),
    text: '',
  });
  const [sending, setSending] = useState<Sending>({ state: 'not-yet' });
  const draft = mailDraftSchema.safeParse(mail);
  const send = async () => {
    if (!draft.success) return;
    setSending({ state: 'going' });
    const sha256 = await hashOf(file);
    // The same message is the same key: pressed twice, or after a lost answer, it goes once.
    const key = `mail-${(await hashOf(new Blob([sha256, JSON.stringify(draft.data)]))).slice(0, 56)}`;
    const trouble = await sendHanded(key, file, () => undefined);
    if (trouble) return setSending({ state: 'failed', why: trouble.detail });
    const { error } = await sendMail({ key, ...draft.data, fileName: file.name, sha256 });
    setSending(error ? { state: 'failed', why: toTrouble(error).detail } : { state: 'sent' });
  };
  return (
    <Sheet title="By mail" onClose={onClose}>
      <View style={styles.sheet}>
        {sending.state === 'sent' ? (
          <Notice
            tone="good"
            title={`It is sent to ${mail.to}.`}
            detail={
              tray?.isStandIn ? 'Made up: the stand-in has it. Look under Mail.' : 'It is kept under Mail.'
            }
          />
        ) : (
          <>
            <MailFields mail={mail} onChange={(change) => setMail({ ...mail, ...change })} />
            <Words size="small">{`With it goes ${file.name}.`}</Words>
            {sending.state === 'failed' ? <Notice tone="attention" title={sending.why} /> : null}
            <Button
              kind="filled"
              label={sending.state === 'going' ? 'Sending…' : 'Send it'}
              disabled={!draft.success || sending.state === 'going'}
              onPress={() => void send()}
            />
          </>
        )}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ sheet: { padding: space.one, gap: space.one * 1.5 } });
