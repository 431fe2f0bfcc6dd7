import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import type { LucideIcon } from 'lucide-react-native';
import { Pressable, StyleSheet, View } from 'react-native';
import { sayBytes, type Mail, type MailState } from '@ravlo/contract';
import { attachmentUrl, messageUrl } from '@/packet/mailApi';
import { saveLink } from '@/ui/saveFile';
import { sayWhen } from '@/ui/sayWhen';
import { colours, radius, space, target } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

const STATES: Readonly<Record<MailState, { icon: LucideIcon; colour: string; words: string }>> = {
  sent: { icon: CircleCheck, colour: colours.good, words: 'sent' },
  failed: { icon: CircleAlert, colour: colours.pencil, words: 'not sent' },
  unsure: { icon: CircleHelp, colour: colours.pencil, words: 'nobody knows whether it went' },
};

export interface MailRowProps {
  readonly mail: Mail;
  readonly isOpen: boolean;
  readonly onPress: () => void;
}

/** A message: to whom, about what, whether it went; pressed, all of it. */
export function MailRow({ mail, isOpen, onPress }: MailRowProps) {
  const { icon: Icon, colour, words } = STATES[mail.state];
  return (
    <View role="listitem" style={[styles.item, isOpen && styles.open]}>
      <Pressable role="button" aria-expanded={isOpen} onPress={onPress} style={styles.row}>
        <View style={styles.grow}>
          <Words bold numberOfLines={isOpen ? undefined : 1}>
            {mail.subject}
          </Words>
          <Words size="small" colour={colours.quiet} numberOfLines={1}>
            {`to ${mail.to}`}
          </Words>
        </View>
        <View style={styles.end}>
          <Words size="small" colour={colours.quiet}>
            {sayWhen(mail.at)}
          </Words>
          <View style={styles.state}>
            <Icon size={16} color={colour} aria-hidden />
            <Words size="small" colour={colour}>
              {mail.state === 'unsure' ? 'unsure' : words}
            </Words>
          </View>
        </View>
      </Pressable>
      {isOpen ? <Message mail={mail} /> : null}
    </View>
  );
}

function Message({ mail }: { readonly mail: Mail }) {
  return (
    <View style={styles.message}>
      {mail.why ? <Words colour={colours.pencil}>{mail.why}</Words> : null}
      <Words size="small" colour={colours.quiet}>{`from ${mail.from}`}</Words>
      <Words selectable>{mail.text}</Words>
      {mail.attachments.map(({ name, bytes }, i) => (
        <WordButton
          key={i}
          label={`${name}, ${sayBytes(bytes)}`}
          onPress={() => saveLink(attachmentUrl(mail.id, i), name)}
        />
      ))}
      {mail.isMadeUp ? (
        <Words size="small" colour={colours.quiet}>
          {mail.isSame
            ? 'Made up: it lies with the stand-in, byte for byte as it was sent.'
            : mail.isSame === null
              ? 'Made up: it was for the stand-in.'
              : 'Made up: what lies with the stand-in is not what was sent.'}
        </Words>
      ) : null}
      {mail.state === 'failed' && mail.attachments.length === 0 ? null : (
        <WordButton
          label="Save the whole message"
          onPress={() => saveLink(messageUrl(mail.id), 'message.eml')}
        />
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  item: { borderTopWidth: 1, borderColor: colours.line },
  open: { backgroundColor: colours.surface, borderRadius: radius },
  row: {
    minHeight: target + 12,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one,
    paddingVertical: space.one,
    paddingHorizontal: space.one,
  },
  grow: { flex: 1, minWidth: 0 },
  end: { alignItems: 'flex-end' },
  state: { flexDirection: 'row', alignItems: 'center', gap: space.half },
  message: { gap: space.one, paddingHorizontal: space.one, paddingBottom: space.two },
});
