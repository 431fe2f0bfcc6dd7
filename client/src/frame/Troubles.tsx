import { usePathname, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { api } from '@/packet/api';
import { giveWay, insist } from '@/packet/clashes';
import { idOf, type Clash } from '@/packet/pendingEdits';
import { selectHandings } from '@/packet/handingsSlice';
import { selectIsKept } from '@/packet/editsSlice';
import { sayClash } from '@/packet/sayStep';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { isFar, type Trouble } from '@/packet/trouble';
import { selectTroubles, troubleSeen } from '@/packet/troublesSlice';
import { selectWaitsForLine } from '@/packet/waitsForLine';
import { wakeAll } from '@/packet/wakeAll';
import { WaitingNotice } from '@/page/WaitingNotice';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { space } from '@/ui/tokens';
import { useClashes } from './useClashes';

/** What went wrong, told over whatever screen is open, each with a way on. */
export function Troubles() {
  const { told, saving: held, remark } = useAppSelector(selectTroubles);
  const isKept = useAppSelector(selectIsKept);
  const clashes = useClashes();
  const dispatch = useAppDispatch();
  const seen = () => dispatch(troubleSeen());
  const [first] = clashes;
  const handings = useAppSelector(selectHandings);
  // Where it is handed over it is said in its own place.
  const waiting = usePathname().endsWith('/hand-over') ? undefined : handings[0];
  // Said with the line that they wait for: a phone has no room for the same thing twice.
  const isSaid = useAppSelector(selectWaitsForLine);
  const saving = isSaid ? null : held;
  if (!told && !saving && !remark && !first && !waiting) return null;
  return (
    <View style={styles.notices}>
      {first ? <ClashNotice key={first.id} packetId={first.packetId} clash={first.clash} /> : null}
      {told ? <Told trouble={told} onSeen={seen} /> : null}
      {waiting ? <WaitingNotice waiting={waiting} /> : null}
      {saving ? (
        <Notice
          tone="attention"
          title="Your last changes are not saved yet."
          detail={saySaving(saving, isKept)}
          below={<Button compact label="Try now" onPress={() => dispatch(wakeAll())} />}
        />
      ) : null}
      {remark ? <Notice title={remark} action={<Button label="All right" onPress={seen} />} /> : null}
    </View>
  );
}

/** Why changes wait, and that they are not lost. */
function saySaving(trouble: Trouble, isKept: boolean): string {
  if (!isKept) return 'This device has no room to keep them: leave this page open until they are saved.';
  return `${isFar(trouble) ? 'Ravlo cannot be reached just now.' : trouble.detail} They are kept on this device and go up by themselves.`;
}

function Told({ trouble, onSeen }: { readonly trouble: Trouble; readonly onSeen: () => void }) {
  const router = useRouter();
  const toDeleted = () => {
    onSeen();
    router.push('/deleted');
  };
  const action =
    trouble.kind === 'not-found' ? (
      <Button label="See what was deleted" onPress={toDeleted} />
    ) : (
      <Button label="All right" onPress={onSeen} />
    );
  return <Notice tone="attention" title={trouble.detail} action={action} />;
}

/** Two windows have changed the same: the person takes either. */
function ClashNotice({ packetId, clash }: { readonly packetId: string; readonly clash: Clash }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const lyingIn = clash.about === 'page' ? clash.page.packetId : clash.packet.id;
  const isOpen = usePathname().endsWith(idOf(clash));
  const pages = useAppSelector((state) => api.endpoints.packet.select(lyingIn)(state).data?.pages);
  return (
    <Notice
      tone="attention"
      title={sayClash(clash, pages)}
      detail="You see the other one. Nothing is overwritten before you choose."
      below={
        <View style={styles.choice}>
          <Button compact label="Keep mine" onPress={() => dispatch(insist(packetId, clash))} />
          <Button compact label="Take the other" onPress={() => dispatch(giveWay(packetId, clash))} />
          {clash.about === 'page' && !isOpen ? (
            <Button
              compact
              label="Look at it"
              onPress={() => router.push(`/packet/${lyingIn}/page/${clash.page.id}`)}
            />
          ) : null}
        </View>
      }
    />
  );
}

const styles = StyleSheet.create({
  notices: {
    padding: space.one,
    gap: space.one,
    width: '100%',
    maxWidth: 720,
    alignSelf: 'center',
  },
  choice: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
});
