import type { LucideIcon } from 'lucide-react-native';
import { Pressable, StyleSheet } from 'react-native';
import { colours, radius, space, target } from './tokens';
import { Words } from './Words';

export interface ButtonProps {
  readonly label: string;
  /** read out in place of the label, where several buttons have the same */
  readonly describes?: string;
  readonly onPress: () => void;
  /** filled: the one main action; plain: the others; dark: on the dark desk */
  readonly kind?: 'filled' | 'plain' | 'dark';
  readonly icon?: LucideIcon;
  readonly disabled?: boolean;
  /** takes its share of a row */
  readonly grow?: boolean;
  /** narrower, where many stand in a row */
  readonly compact?: boolean;
}

/** A button with words on it. */
export function Button(props: ButtonProps) {
  const { label, describes, onPress, kind = 'plain', icon: Icon, disabled = false, grow, compact } = props;
  const colour = kind === 'plain' ? colours.ink : kind === 'filled' ? colours.surface : colours.paperOnDark;
  return (
    <Pressable
      role="button"
      aria-label={describes}
      onPress={onPress}
      disabled={disabled}
      style={({ pressed }) => [
        styles.button,
        styles[kind],
        grow && styles.grow,
        compact && styles.compact,
        pressed && styles.pressed,
        disabled && styles.disabled,
      ]}
    >
      {Icon && <Icon size={20} color={colour} aria-hidden />}
      <Words bold size={compact ? 'body' : 'lead'} colour={colour} numberOfLines={1}>
        {label}
      </Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  button: {
    minHeight: target + 4,
    paddingHorizontal: space.two,
    borderRadius: radius,
    borderWidth: 1.5,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'center',
    gap: space.one,
  },
  filled: { backgroundColor: colours.ink, borderColor: colours.ink },
  plain: { backgroundColor: colours.surface, borderColor: colours.ink },
  dark: { backgroundColor: 'transparent', borderColor: colours.deskLine },
  grow: { flexGrow: 1, flexBasis: 0 },
  compact: { minHeight: target, paddingHorizontal: 10 },
  pressed: { opacity: 0.75 },
  disabled: { opacity: 0.45 },
});
