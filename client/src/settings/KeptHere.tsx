import { StyleSheet, View } from 'react-native';
import { sayBytes } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { FactRow } from '@/ui/FactRow';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { useKeptHere } from './useKeptHere';

/** What this device keeps of Ravlo, and how to be rid of what is only a copy. */
export function KeptHere() {
  const { waiting, waitingBytes, isUnsaved, handings, copies, room, saveWaiting, clear } = useKeptHere();
  return (
    <View style={styles.part}>
      <FactRow about="Photos that wait to go up" says={sayCount(waiting, waitingBytes)} />
      <FactRow about="Changes that wait to go up" says={isUnsaved ? 'some' : 'none'} />
      <FactRow about="Files that wait to be handed over" says={handings === 0 ? 'none' : String(handings)} />
      <FactRow
        about="Photos kept for looking at"
        says={copies ? sayCount(copies.count, copies.bytes) : ' '}
      />
      {room === null ? null : <FactRow about="Room left in this browser" says={sayBytes(room)} />}
      <Words size="small" colour={colours.quiet}>
        With what is kept here, packets that were opened lately open without the network, too.
      </Words>
      <View style={styles.row}>
        {waiting + handings > 0 ? (
          <Button compact label="Save what has not gone up" onPress={() => void saveWaiting()} />
        ) : null}
        <Button compact label="Clear the copies" onPress={() => void clear()} />
      </View>
    </View>
  );
}

const sayCount = (count: number, bytes: number) => (count === 0 ? 'none' : `${count}, ${sayBytes(bytes)}`);

const styles = StyleSheet.create({
  part: { gap: space.two },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
});
