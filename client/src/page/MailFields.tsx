import { StyleSheet, View } from 'react-native';
import { MOST_COMMENT } from '@ravlo/contract';
import { TextField } from '@/ui/TextField';
import { space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** A message while it is written. */
export interface WrittenMail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

export interface MailFieldsProps {
  readonly mail: WrittenMail;
  readonly onChange: (change: Partial<WrittenMail>) => void;
  /** where it goes is not for the person to say @default false */
  readonly isToFixed?: boolean;
}

/** A message to be shown and changed before it goes: to whom, subject, text. */
export function MailFields({ mail, onChange, isToFixed = false }: MailFieldsProps) {
  return (
    <View style={styles.all}>
      <Words bold nativeID="mail-to">
        To
      </Words>
      {isToFixed ? (
        <Words selectable>{mail.to}</Words>
      ) : (
        <TextField
          aria-labelledby="mail-to"
          value={mail.to}
          inputMode="email"
          autoComplete="email"
          maxLength={200}
          onChangeText={(to) => onChange({ to: to.trim() })}
        />
      )}
      <Words bold nativeID="mail-subject">
        Subject
      </Words>
      <TextField
        aria-labelledby="mail-subject"
        value={mail.subject}
        maxLength={200}
        onChangeText={(subject) => onChange({ subject })}
      />
      <Words bold nativeID="mail-text">
        Message
      </Words>
      <TextField
        multiline
        aria-labelledby="mail-text"
        value={mail.text}
        maxLength={MOST_COMMENT}
        onChangeText={(text) => onChange({ text })}
        place={LINES}
      />
    </View>
  );
}

const LINES = { minHeight: 140 } as const;

const styles = StyleSheet.create({ all: { gap: space.half } });
