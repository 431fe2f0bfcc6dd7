import { StyleSheet, View } from 'react-native';
import { selectIsUnsaved } from '@/packet/editsSlice';
import { selectLine } from '@/packet/lineSlice';
import { isOnItsWay, selectPhotos } from '@/packet/photosSlice';
import { selectWaitsForLine } from '@/packet/waitsForLine';
import { useAppSelector } from '@/packet/store';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { sayWhen } from '@/ui/sayWhen';
import { space } from '@/ui/tokens';
import { useRenewal } from './useRenewal';

const KEPT = 'What you do is kept on this device and goes up by itself.';
const UNSAVED = 'Your last changes are not saved yet. They are kept on this device and go up by themselves.';

/** How this page stands to the server: cut off from it, or of another version; told over whatever screen is open. */
export function Line() {
  const { shownFrom, isOtherVersion } = useAppSelector(selectLine);
  const isUnsaved = useAppSelector(selectWaitsForLine);
  const { isReady, takeOver } = useRenewal();
  // What is kept on this device outlives the change of version; it goes up first all the same, where that is possible.
  const isUnsent = useAppSelector((state) => selectIsUnsaved(state) || selectPhotos(state).some(isOnItsWay));
  const mustWait = isReady && isUnsent && !isOtherVersion;
  if (shownFrom === null && !isReady && !isOtherVersion) return null;
  return (
    <View style={styles.notices}>
      {shownFrom === null ? null : (
        <Notice
          title="No line to Ravlo."
          detail={`What you see is from ${sayWhen(new Date(shownFrom).toISOString())}. ${isUnsaved ? UNSAVED : KEPT}`}
        />
      )}
      {isReady || isOtherVersion ? (
        <Notice
          title={isOtherVersion ? 'Ravlo was renewed since this page was opened.' : 'A newer Ravlo is ready.'}
          detail={
            mustWait
              ? 'It waits until what you did has gone up.'
              : 'What you did is kept. It takes a moment to open.'
          }
          action={mustWait ? undefined : <Button compact label="Open it" onPress={takeOver} />}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  notices: { padding: space.one, gap: space.one, width: '100%', maxWidth: 720, alignSelf: 'center' },
});
