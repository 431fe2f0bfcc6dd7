import X from 'lucide-react-native/icons/x';
import { StyleSheet, View } from 'react-native';
import type { Pairing, Phones } from '@ravlo/contract';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { sayWhen } from '@/ui/sayWhen';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { WHY_NO_LIVE_CAMERA } from '@/packet/secure';
import { QrCode } from '@/ui/QrCode';

export interface PhonePairingProps {
  readonly phones: Phones;
  readonly pairing: Pairing | undefined;
  readonly onForget: (id: string) => void;
}

/** How a phone gets to this computer's packets, and which ones do. */
export function PhonePairing({ phones, pairing, onForget }: PhonePairingProps) {
  if (!phones.isHere) {
    return (
      <Notice
        tone="good"
        title="This device is paired."
        detail={`Its photos go to the computer. Devices are added and taken off there.${phones.isPlain ? ` ${WHY_NO_LIVE_CAMERA}` : ''}`}
      />
    );
  }
  return (
    <View style={styles.part}>
      {phones.isReachable ? (
        pairing ? (
          <NewPhone pairing={pairing} isPlain={phones.isPlain} />
        ) : null
      ) : (
        <Notice
          title="Ravlo is closed to other devices."
          detail="End it and start it with  npm start -- --lan  to let a phone on your network in."
        />
      )}
      {phones.phones.length > 0 ? (
        <View role="list" aria-label="Paired devices" style={styles.list}>
          {phones.phones.map((phone) => (
            <View key={phone.id} role="listitem" style={styles.row}>
              <View style={styles.words}>
                <Words bold>{phone.name}</Words>
                <Words size="small" colour={colours.quiet}>
                  {`Paired ${sayWhen(phone.pairedAt)}, last here ${sayWhen(phone.seenAt)}`}
                </Words>
              </View>
              <IconButton icon={X} label={`Forget ${phone.name}`} onPress={() => onForget(phone.id)} />
            </View>
          ))}
        </View>
      ) : null}
    </View>
  );
}

interface NewPhoneProps {
  readonly pairing: Pairing;
  readonly isPlain: boolean;
}

function NewPhone({ pairing: { code, links, fingerprint }, isPlain }: NewPhoneProps) {
  const [link] = links;
  if (!link) {
    return (
      <Notice
        title="This computer is on no network."
        detail="Connect it to the network that your phone is on, and open this page again."
      />
    );
  }
  return (
    <View style={styles.card}>
      <QrCode text={link} size={232} label="Code to scan with the phone’s camera" />
      <View style={styles.steps}>
        <Words>Scan this with the phone’s camera. Both must be on the same network.</Words>
        <Words colour={colours.quiet}>
          {`Or open ${new URL(link).host} on the phone and enter this code:`}
        </Words>
        <Words size="title" bold selectable>{`${code.slice(0, 4)} ${code.slice(4)}`}</Words>
        <Words size="small" colour={colours.quiet}>
          It lets one device in and is renewed by itself.
        </Words>
        {fingerprint ? (
          <Words size="small" colour={colours.quiet}>
            {`The first page on the phone says what the phone will ask, before it asks. This computer’s seal begins with ${fingerprint}.`}
          </Words>
        ) : null}
        {isPlain ? (
          <Words size="small" colour={colours.quiet}>
            {WHY_NO_LIVE_CAMERA}
          </Words>
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: space.two },
  card: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: space.two,
    padding: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  steps: { flexGrow: 1, flexBasis: 260, gap: space.one },
  list: { gap: space.one },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    paddingLeft: space.two,
    backgroundColor: colours.surface,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1, paddingVertical: space.one },
});
