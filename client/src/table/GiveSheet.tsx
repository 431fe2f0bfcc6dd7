import { useRouter } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { fullName, sayPages } from '@ravlo/contract';
import { useGivePacketMutation, useHouseholdQuery } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { useMe } from '@/page/useMe';
import { useOnItsWay } from '@/page/useOnItsWay';
import { Notice } from '@/ui/Notice';
import { PersonMark } from '@/ui/PersonMark';
import { Sheet } from '@/ui/Sheet';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface GiveSheetProps {
  readonly packetId: string;
  readonly onClose: () => void;
}

/** Whose packet is it really? It was taken on the wrong account. */
export function GiveSheet({ packetId, onClose }: GiveSheetProps) {
  const router = useRouter();
  const { data: household } = useHouseholdQuery();
  const me = useMe();
  const [givePacket, { isLoading, error }] = useGivePacketMutation();
  const onItsWay = useOnItsWay(packetId);
  const others = household?.people.filter(({ id }) => id !== me?.id) ?? [];
  const give = async (to: string) => {
    const { error: refused } = await givePacket({ id: packetId, to });
    if (refused) return;
    onClose();
    router.replace('/');
  };
  return (
    <Sheet title="Give it to whom?" onClose={onClose}>
      <View style={styles.all}>
        {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
        {onItsWay > 0 ? (
          // Their bytes are kept under the name of whoever took them.
          <Notice
            title={`${sayPages(onItsWay)} on the way.`}
            detail="It can be given when all its photos have arrived."
          />
        ) : (
          <Words colour={colours.quiet}>
            It lies on their shelf then, with all its pages, and not on yours. They can give it back.
          </Words>
        )}
        {others.length === 0 ? <Words>There is nobody else in this household.</Words> : null}
      </View>
      {others.map((person) => (
        <Pressable
          key={person.id}
          role="button"
          disabled={isLoading || onItsWay > 0}
          onPress={() => void give(person.id)}
          style={styles.row}
        >
          <PersonMark name={person.firstName} texture={person.pattern} size={44} />
          <Words bold>{fullName(person)}</Words>
        </Pressable>
      ))}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  all: { padding: space.one, gap: space.one },
  row: {
    minHeight: target + 8,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    paddingHorizontal: space.one * 1.5,
  },
});
