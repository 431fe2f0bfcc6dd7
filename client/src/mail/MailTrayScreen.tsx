import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useMailTrayQuery } from '@/packet/mailApi';
import { toTrouble } from '@/packet/trouble';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { MailRow } from './MailRow';

/** What was sent: by this person, to them, and to the classes that they mark in. */
export function MailTrayScreen() {
  const router = useRouter();
  const { data: tray, error } = useMailTrayQuery(undefined, { refetchOnMountOrArgChange: true });
  const [openId, setOpen] = useState<string | null>(null);
  return (
    <ScreenFrame
      column
      header={<ScreenHead title="Mail" back="To the shelf" onBack={() => router.replace('/')} />}
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {tray?.isStandIn ? (
        <Notice
          title="No real mail leaves this computer."
          detail="A stand-in takes what Ravlo sends and keeps it here. SMTP_URL at the start sends for real."
        />
      ) : null}
      {tray && tray.mails.length === 0 ? (
        <Words colour={colours.quiet}>
          Nothing was sent yet. Receipts come here once you have said a mail address under People.
        </Words>
      ) : null}
      <View role="list" aria-label="Messages" style={styles.list}>
        {tray?.mails.map((mail) => (
          <MailRow
            key={mail.id}
            mail={mail}
            isOpen={mail.id === openId}
            onPress={() => setOpen(mail.id === openId ? null : mail.id)}
          />
        ))}
      </View>
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({ list: { borderBottomWidth: 1, borderColor: colours.line } });
