import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import { colours } from '@/ui/tokens';
import type { Source } from './source';

const DIAMOND = 8;

/** The moving picture with the sheet's outline on it, as large as there is room for. */
export function AimView({ source }: { readonly source: Source }) {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const aspect = source.aspect ?? 3 / 4;
  const width = Math.min(room.width, room.height * aspect);
  const height = width / aspect;
  const corners = source.seen?.corners?.map(([x, y]) => [x * width, y * height] as const);
  const line = corners?.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
  return (
    <View
      style={styles.room}
      onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
    >
      <View style={[styles.picture, { width, height }]}>
        {source.picture}
        {corners && line ? (
          <View style={StyleSheet.absoluteFill} pointerEvents="none" testID="aim-outline">
            <Svg width={width} height={height}>
              <Path
                d={`M0 0H${width}V${height}H0Z${line}Z`}
                fillRule="evenodd"
                fill={colours.desk}
                fillOpacity={0.45}
              />
              <Path d={`${line}Z`} fill="none" stroke={colours.pencilOnDark} strokeWidth={3} />
              {corners.map(([x, y], i) => (
                <Rect
                  key={i}
                  x={x - DIAMOND}
                  y={y - DIAMOND}
                  width={2 * DIAMOND}
                  height={2 * DIAMOND}
                  transform={`rotate(45 ${x} ${y})`}
                  fill={colours.paperOnDark}
                  stroke={colours.pencil}
                  strokeWidth={2}
                />
              ))}
            </Svg>
          </View>
        ) : null}
        {source.focusAt ? (
          <Pressable
            role="button"
            aria-label="Focus here"
            style={StyleSheet.absoluteFill}
            onPress={({ nativeEvent: { locationX, locationY } }) =>
              source.focusAt?.(locationX / width, locationY / height)
            }
          />
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  room: { flex: 1, alignItems: 'center', justifyContent: 'center', overflow: 'hidden' },
  picture: { overflow: 'hidden' },
});
