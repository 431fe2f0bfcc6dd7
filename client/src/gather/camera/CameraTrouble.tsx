import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/Button';
import { space } from '@/ui/tokens';
import { SaidCard } from './SaidCard';
import { TROUBLES } from './sayHint';
import type { CameraTrouble as Trouble } from './source';

export interface CameraTroubleProps {
  readonly trouble: Trouble;
  /** asks for the camera again */
  readonly onAgain: () => void;
  /** takes a photo with the device's own camera program */
  readonly onOwnCamera: () => void;
  readonly onFiles: () => void;
  /** null on the practice desk itself */
  readonly onPractice: (() => void) | null;
}

/** Why there is no moving picture, and the other ways to bring pages in. */
export function CameraTrouble({ trouble, onAgain, onOwnCamera, onFiles, onPractice }: CameraTroubleProps) {
  return (
    <View style={styles.trouble}>
      <SaidCard saying={TROUBLES[trouble]} />
      {trouble === 'insecure' ? (
        <Button label="Take a photo" kind="dark" onPress={onOwnCamera} />
      ) : (
        <Button label="Try again" kind="dark" onPress={onAgain} />
      )}
      <Button label="Choose photos" kind="dark" onPress={onFiles} />
      {onPractice ? <Button label="Practice desk" kind="dark" onPress={onPractice} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  trouble: {
    flex: 1,
    justifyContent: 'center',
    gap: space.two,
    padding: space.two,
    maxWidth: 480,
    width: '100%',
    alignSelf: 'center',
  },
});
