import { StyleSheet, View } from 'react-native';
import { colours, fonts, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly most: number;
  readonly onChange: (value: number) => void;
  readonly onEnter: () => void;
}

/** A whole number from 1 up. */
export function NumberField({ label, value, most, onChange, onEnter }: NumberFieldProps) {
  return (
    <View style={styles.field}>
      <Words size="small" colour={colours.quiet}>
        {label}
      </Words>
      <input
        type="number"
        aria-label={label}
        autoFocus
        min={1}
        max={most}
        value={value}
        onChange={(event) =>
          onChange(Math.min(most, Math.max(1, Math.round(Number(event.target.value)) || 1)))
        }
        onKeyDown={(event) => event.key === 'Enter' && onEnter()}
        style={{
          minHeight: target,
          fontFamily: fonts.regular,
          fontSize: 18,
          padding: '0 12px',
          border: `1.5px solid ${colours.ink}`,
          borderRadius: radius,
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({ field: { padding: space.one, gap: space.half } });
