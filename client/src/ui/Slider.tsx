import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { colours, space, target } from './tokens';
import { Words } from './Words';

export interface SliderProps {
  readonly label: string;
  /** -1 to 1 */
  readonly value: number;
  /** when the person lets go */
  readonly onSettle: (value: number) => void;
}

const STEPS = 10;

/** From less to more, 0 in the middle; moved by finger, mouse and arrow keys. On the dark desk. */
export function Slider({ label, value, onSettle }: SliderProps) {
  const [moving, setMoving] = useState<number | null>(null);
  const shown = moving ?? Math.round(value * STEPS);
  const settle = () => {
    if (moving !== null && moving !== Math.round(value * STEPS)) onSettle(moving / STEPS);
    setMoving(null);
  };
  return (
    <View style={styles.row}>
      <View style={styles.label}>
        <Words size="small" colour={colours.paperOnDark}>
          {label}
        </Words>
      </View>
      <input
        type="range"
        aria-label={label}
        min={-STEPS}
        max={STEPS}
        value={shown}
        onChange={(event) => setMoving(Number(event.target.value))}
        onPointerUp={settle}
        onKeyUp={settle}
        onBlur={settle}
        style={{ flex: 1, minWidth: 0, height: target - 8, accentColor: colours.pencilOnDark }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  label: { width: 104 },
});
