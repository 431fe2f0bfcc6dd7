import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { colours, space, target } from './tokens';
import { Words } from './Words';

export interface SliderProps {
  readonly label: string;
  /** -1 to 1 */
  readonly value: number;
  /** least and most, and how fine @default -1 to 1 in tenths */
  readonly range?: readonly [least: number, most: number, step: number];
  /** while the person moves it */
  readonly onMove?: (value: number) => void;
  /** when the person lets go */
  readonly onSettle: (value: number) => void;
}

const TENTHS = [-1, 1, 0.1] as const;

/** From less to more, 0 in the middle; moved by finger, mouse and arrow keys. On the dark desk. */
export function Slider({ label, value, range = TENTHS, onMove, onSettle }: SliderProps) {
  const [least, most, step] = range;
  const [moving, setMoving] = useState<number | null>(null);
  // Whole steps: what is between them is not told by a range.
  const steps = Math.round(value / step);
  const shown = moving ?? steps;
  const settle = () => {
    if (moving !== null && moving !== steps) onSettle(moving * step);
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
        min={Math.round(least / step)}
        max={Math.round(most / step)}
        aria-valuetext={String(Math.round(shown * step * 100) / 100)}
        value={shown}
        onChange={(event) => {
          const next = Number(event.target.value);
          setMoving(next);
          onMove?.(next * step);
        }}
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
