import { useEffect, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import { colours } from '@/ui/tokens';
import type { Source } from './source';

const DIAMOND = 8;
/** Half the size of the cross where it focuses, px, and how long it stays, ms. */
const MARK = 24;
const MARK_STAYS = 1100;

/** The moving picture with the sheet's outline on it, as large as there is room for. */
export function AimView({ source }: { readonly source: Source }) {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [focus, setFocus] = useState<{ readonly at: Place; readonly key: number } | null>(null);
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
        {focus ? <FocusMark key={focus.key} at={focus.at} onGone={() => setFocus(null)} /> : null}
        {source.focusAt ? (
          <Pressable
            role="button"
            aria-label="Focus here"
            style={StyleSheet.absoluteFill}
            onPress={({ nativeEvent, currentTarget }) => {
              // Pressed by key it has no place: the middle.
              const at = placeIn(currentTarget, nativeEvent) ?? [width / 2, height / 2];
              source.focusAt?.(at[0] / width, at[1] / height);
              setFocus({ at, key: Date.now() });
            }}
          />
        ) : null}
      </View>
    </View>
  );
}

type Place = readonly [x: number, y: number];

/** Where a button was pressed, px from its corner; null where it was pressed by key. On the web a press is a click. */
function placeIn(button: unknown, event: object): Place | null {
  if (!(button instanceof HTMLElement) || !(event instanceof MouseEvent)) return null;
  const { left, top } = button.getBoundingClientRect();
  return [event.clientX - left, event.clientY - top];
}

/** Where the camera was told to focus: a pencil's cross, for a moment. */
function FocusMark({ at: [x, y], onGone }: { readonly at: Place; readonly onGone: () => void }) {
  useEffect(() => {
    const timer = setTimeout(onGone, MARK_STAYS);
    return () => clearTimeout(timer);
  });
  return (
    <View style={[styles.mark, { left: x - MARK, top: y - MARK }]} pointerEvents="none" testID="focus-mark">
      <Svg width={2 * MARK} height={2 * MARK} viewBox="-24 -24 48 48">
        <Path
          d="M-22 -1C-16 1 -12 0 -7 -1M7 1C12 0 16 -1 22 0M0 -22C1 -16 0 -12 -1 -7M1 7C0 12 1 16 0 22"
          fill="none"
          stroke={colours.pencilOnDark}
          strokeWidth={3}
          strokeLinecap="round"
        />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  room: { flex: 1, alignItems: 'center', justifyContent: 'center', overflow: 'hidden' },
  picture: { overflow: 'hidden' },
  mark: { position: 'absolute' },
});
