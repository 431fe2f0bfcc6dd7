import { useRouter } from 'expo-router';
import { toTrouble } from '@/packet/trouble';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { Words } from '@/ui/Words';
import { WordButton } from '@/ui/WordButton';
import { DeskPractice } from './DeskPractice';
import { KeptHere } from './KeptHere';
import { PhonePairing } from './PhonePairing';
import { usePairing } from './usePairing';

/** What is set once for all packets. */
export function SettingsScreen() {
  const router = useRouter();
  const { phones, trouble, pairing, forget } = usePairing();
  return (
    <ScreenFrame
      column
      header={<ScreenHead title="Settings" back="To the shelf" onBack={() => router.replace('/')} />}
    >
      <Words size="lead" bold heading={2}>
        Use a phone
      </Words>
      {trouble ? (
        <Notice tone="attention" title={toTrouble(trouble).detail} />
      ) : phones ? (
        <PhonePairing phones={phones} pairing={pairing} onForget={(id) => void forget(id)} />
      ) : null}
      <Words size="lead" bold heading={2}>
        On this device
      </Words>
      <KeptHere />
      <Words size="lead" bold heading={2}>
        Receipts
      </Words>
      <WordButton label="Check a receipt" onPress={() => router.push('/receipt')} />
      {phones?.isHere ? (
        <>
          <Words size="lead" bold heading={2}>
            Practise troubles
          </Words>
          <DeskPractice />
        </>
      ) : null}
    </ScreenFrame>
  );
}
