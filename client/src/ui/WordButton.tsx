import { Pressable, StyleSheet } from 'react-native';
import { target } from './tokens';
import { Words } from './Words';

export interface WordButtonProps {
  readonly label: string;
  /** read out in place of the label, where several have the same */
  readonly describes?: string;
  readonly onPress: () => void;
  /** where it stands across the way that its neighbours run @default 'start' */
  readonly stands?: 'start' | 'centre';
}

/** A way of second rank: bold words with a line under them. */
export function WordButton({ label, describes, onPress, stands = 'start' }: WordButtonProps) {
  return (
    <Pressable
      role="button"
      aria-label={describes}
      onPress={onPress}
      style={[styles.button, stands === 'centre' && styles.centre]}
    >
      <Words bold underlined>
        {label}
      </Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: { minHeight: target, alignSelf: 'flex-start', justifyContent: 'center' },
  centre: { alignSelf: 'center' },
});
