import { StyleSheet, View } from 'react-native';
import Svg, { Line, Rect } from 'react-native-svg';
import { colours, space } from './tokens';
import { Words } from './Words';

export interface FingerprintProps {
  /** hex */
  readonly sha256: string;
  /** whose it is */
  readonly label: string;
}

/** So many hex digits are shown as bars. */
const DIGITS = 16;
const [STEP, BAR, HEIGHT] = [13, 8, 18];

/** The beginning of a hash as bars, so that two are told apart at a glance. */
export function Fingerprint({ sha256, label }: FingerprintProps) {
  const width = DIGITS * STEP;
  return (
    <View style={styles.row}>
      <View style={styles.label}>
        <Words size="small" colour={colours.quiet}>
          {label}
        </Words>
      </View>
      <Svg width={width} height={HEIGHT} aria-hidden>
        {[...sha256.slice(0, DIGITS)].map((digit, i) => {
          const height = (Number.parseInt(digit, 16) / 15) * (HEIGHT - 2);
          return (
            <Rect
              key={i}
              x={i * STEP + 2}
              y={HEIGHT - 1 - height}
              width={BAR}
              height={height}
              fill={colours.ink}
            />
          );
        })}
        <Line x1={0} x2={width} y1={HEIGHT - 0.5} y2={HEIGHT - 0.5} stroke={colours.ink} strokeWidth={1} />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: space.one },
  label: { width: 60 },
});
