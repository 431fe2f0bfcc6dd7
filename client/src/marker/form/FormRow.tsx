import { StyleSheet, View } from 'react-native';
import { colours, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';

export interface FormRowProps {
  readonly label: string;
  readonly detail?: string;
  /** what is wrong with it */
  readonly trouble?: string;
  readonly children: React.ReactNode;
}

/** A line of a form: what it is about, and where it is said. */
export function FormRow({ label, detail, trouble, children }: FormRowProps) {
  const isWide = useWide();
  return (
    <View style={[styles.row, isWide && styles.wide]}>
      <View style={isWide ? styles.about : null}>
        <Words bold>{label}</Words>
        {detail ? (
          <Words size="small" colour={colours.quiet}>
            {detail}
          </Words>
        ) : null}
      </View>
      <View style={styles.says}>
        {children}
        {trouble ? (
          <Words size="small" role="alert" colour={colours.pencil}>
            {trouble}
          </Words>
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: space.half, paddingVertical: space.one, borderTopWidth: 1, borderColor: colours.line },
  wide: { flexDirection: 'row', gap: space.two },
  about: { width: 180, paddingTop: 10 },
  says: { flex: 1, minWidth: 0, gap: space.half },
});
