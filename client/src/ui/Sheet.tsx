import type { LucideIcon } from 'lucide-react-native';
import X from 'lucide-react-native/icons/x';
import { useEffect, useRef } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from './IconButton';
import { colours, radius, space, target } from './tokens';
import { Words } from './Words';

export interface SheetProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: React.ReactNode;
}

/** A sheet of choices over the screen: at the bottom of a phone, in the middle of a wide screen. */
export function Sheet({ title, onClose, children }: SheetProps) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  return (
    <dialog
      ref={dialog}
      className="ravlo-sheet"
      aria-label={title}
      onClose={onClose}
      onClick={(event) => event.target === dialog.current && dialog.current.close()}
    >
      <View style={styles.sheet}>
        <View style={styles.head}>
          <View style={styles.title}>
            <Words bold size="lead" heading={2}>
              {title}
            </Words>
          </View>
          <IconButton icon={X} label="Close" onPress={() => dialog.current?.close()} />
        </View>
        {children}
      </View>
    </dialog>
  );
}

export interface SheetItemProps {
  readonly label: string;
  readonly icon?: LucideIcon;
  readonly onPress: () => void;
  readonly disabled?: boolean;
}

/** One choice on a sheet. */
export function SheetItem({ label, icon: Icon, onPress, disabled = false }: SheetItemProps) {
  return (
    <Pressable
      role="button"
      onPress={onPress}
      disabled={disabled}
      style={({ pressed }) => [styles.item, pressed && styles.pressed, disabled && styles.disabled]}
    >
      {Icon ? <Icon size={22} color={colours.ink} aria-hidden /> : null}
      <Words>{label}</Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  sheet: { padding: space.one, paddingBottom: space.two },
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: space.one },
  title: { flex: 1 },
  item: {
    minHeight: target,
    paddingHorizontal: space.one * 1.5,
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    borderRadius: radius,
  },
  pressed: { backgroundColor: colours.ground },
  disabled: { opacity: 0.45 },
});
