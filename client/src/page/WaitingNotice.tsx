import { StyleSheet, View } from 'react-native';
import type { WaitingHanding } from '@/packet/handingsSlice';
import { useAppDispatch } from '@/packet/store';
import { waitNoMore } from '@/packet/waitingHandings';
import { wakeAll } from '@/packet/wakeAll';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { space } from '@/ui/tokens';

/** A handing over that has not reached the class desk: that it is not handed over yet, and what becomes of it. */
export function WaitingNotice({ waiting }: { readonly waiting: WaitingHanding }) {
  const dispatch = useAppDispatch();
  const { briefId, briefTitle, refused } = waiting;
  return (
    <Notice
      tone="attention"
      title={`${briefTitle} is not handed over yet.`}
      detail={
        refused ??
        'The class desk cannot be reached. It goes by itself once it can, while Ravlo is open here; what counts is when it arrives.'
      }
      below={
        <View style={styles.ways}>
          {refused ? null : <Button compact label="Try now" onPress={() => dispatch(wakeAll())} />}
          <Button compact label="Do not hand it over" onPress={() => void dispatch(waitNoMore(briefId))} />
        </View>
      }
    />
  );
}

const styles = StyleSheet.create({ ways: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one } });
