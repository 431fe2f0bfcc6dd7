import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Path, Rect } from 'react-native-svg';
import { colours } from './tokens';

export interface RulerProps {
  /** in words, for those who do not see it */
  readonly label: string;
  readonly amount: number;
  readonly most: number;
}

const TICKS = 40;
const BAR = 5;
const HEIGHT = 22;

/** An amount of a maximum: an ink bar along a ruler, with a diamond where it ends. What is over the maximum is vermilion. */
export function Ruler({ label, amount, most }: RulerProps) {
  const [width, setWidth] = useState(0);
  const isOver = amount > most;
  const colour = isOver ? colours.pencil : colours.ink;
  const end = Math.min(1, most > 0 ? amount / most : 1) * Math.max(0, width - BAR);
  return (
    <View
      role="img"
      aria-label={label}
      style={styles.ruler}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
    >
      {width > 0 ? (
        <Svg width={width} height={HEIGHT} aria-hidden>
          <Line x1={0} x2={width} y1={11} y2={11} stroke={colours.ink} strokeWidth={1} />
          {Array.from({ length: TICKS + 1 }, (_, i) => {
            const x = 0.5 + ((width - 1) * i) / TICKS;
            const long = i % 10 === 0 ? 8 : 4;
            return <Line key={i} x1={x} x2={x} y1={11} y2={11 + long} stroke={colours.ink} strokeWidth={1} />;
          })}
          <Rect x={0} y={8} width={end} height={BAR} fill={colour} />
          <Path d={`M${end} 5l5.5 5.5-5.5 5.5-5.5-5.5Z`} fill={colour} />
        </Svg>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ ruler: { height: HEIGHT, width: '100%' } });
