import { format } from 'date-fns';
import { StyleSheet, View } from 'react-native';
import { sayEarly, type Receipt } from '@ravlo/contract';
import { FactRow } from '@/ui/FactRow';
import { Fingerprint } from '@/ui/Fingerprint';
import { Perforation } from '@/ui/Slip';
import { Stamp } from '@/ui/Stamp';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface ReceiptFactsProps {
  readonly receipt: Receipt;
  /** what the stamp says; null where it is not stamped: it was taken back, or is not true */
  readonly stamp: string | null;
  /** over the time */
  readonly head: string;
}

/** All that a receipt says. */
export function ReceiptFacts({ receipt, stamp, head }: ReceiptFactsProps) {
  const { arrivedAt, dueAt, isLate, attemptsAllowed, files = [] } = receipt;
  const arrived = new Date(arrivedAt);
  return (
    <>
      <View style={styles.head}>
        <View style={styles.words}>
          <Words colour={colours.quiet} heading={2}>
            {head}
          </Words>
          <Words bold size="title">
            {format(arrived, 'HH:mm:ss')}
          </Words>
          <Words>{format(arrived, 'EEEE d MMMM yyyy')}</Words>
          {dueAt === null ? null : (
            <Words bold colour={isLate ? colours.pencil : colours.ink}>
              {sayEarly(dueAt, arrivedAt)}
            </Words>
          )}
        </View>
        {stamp ? (
          <Stamp word={stamp} above="CLASS DESK" below="READ BACK" size={118} seed={receipt.id} />
        ) : null}
      </View>
      <Perforation />
      <View>
        <FactRow about="From" says={receipt.person} />
        <FactRow about="Class" says={receipt.deskClass} />
        <FactRow about="Brief" says={receipt.brief} />
        <FactRow
          about="Attempt"
          says={`${receipt.attempt}${attemptsAllowed === null ? '' : ` of ${attemptsAllowed}`}`}
        />
        <FactRow about="File" says={receipt.fileName} />
        <FactRow about="Pages" says={String(receipt.pages)} />
        <FactRow about="Size" says={`${receipt.bytes.toLocaleString('en')} bytes`} />
        {receipt.by?.kind === 'mail' ? (
          <>
            <FactRow about="By mail" says={receipt.by.to} />
            <FactRow about="Subject" says={receipt.by.subject} />
          </>
        ) : null}
        {receipt.by?.kind === 'folder' ? (
          <FactRow about="Folder" says={`${receipt.by.folder}: ${receipt.by.name}`} />
        ) : null}
        {files.map(({ name, bytes }, i) => (
          <FactRow key={i} about="With it" says={`${name}, ${bytes.toLocaleString('en')} bytes`} />
        ))}
      </View>
      <Perforation />
      <View style={styles.finger}>
        <Words colour={colours.quiet}>Fingerprint (SHA-256 begins with)</Words>
        <Words bold size="lead" testID="fingerprint">
          {(receipt.sha256.slice(0, 16).match(/.{4}/g) ?? []).join(' ')}
        </Words>
        <Fingerprint sha256={receipt.sha256} label="arrived" />
        <Words size="small" colour={colours.quiet}>
          Checked by the desk: the file opens, it is what was asked for, and its bytes were read back from the
          disk.
        </Words>
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', gap: space.one },
  words: { flex: 1, minWidth: 0 },
  finger: { gap: space.half },
});
