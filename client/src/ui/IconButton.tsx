import type { LucideIcon } from 'lucide-react-native';
import { Pressable, StyleSheet } from 'react-native';
import { colours, radius, target } from './tokens';

export interface IconButtonProps {
  readonly icon: LucideIcon;
  /** read out, and shown on hovering */
  readonly label: string;
  readonly onPress: () => void;
  readonly colour?: string;
  readonly disabled?: boolean;
}

/** A button with a picture on it. */
export function IconButton({
  icon: Icon,
  label,
  onPress,
  colour = colours.ink,
  disabled = false,
}: IconButtonProps) {
  return (
    <Pressable
      role="button"
      aria-label={label}
      onPress={onPress}
      disabled={disabled}
      style={({ pressed }) => [styles.button, (pressed || disabled) && styles.faint]}
    >
      <Icon size={24} color={colour} aria-hidden />
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: {
    width: target,
    height: target,
    borderRadius: radius,
    alignItems: 'center',
    justifyContent: 'center',
  },
  faint: { opacity: 0.45 },
});
