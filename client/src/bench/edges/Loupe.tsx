import { StyleSheet, View } from 'react-native';
import Svg, { Path, Polygon } from 'react-native-svg';
import type { Corners } from '@ravlo/contract';
import { colours, space } from '@/ui/tokens';
import type { PhotoSize } from './outlineEdits';

export interface LoupeProps {
  readonly uri: string;
  readonly photo: PhotoSize;
  readonly corners: Corners;
  /** what is looked at, photo px */
  readonly at: readonly [number, number];
  /** screen px a photo px */
  readonly zoom: number;
  /** away from the finger */
  readonly side: 'left' | 'right';
}

const SIZE = 132;
/** Ink within paper: seen on a dark desk and on a white sheet. */
const CROSS = `M${SIZE / 2} ${SIZE / 2 - 18}v36M${SIZE / 2 - 18} ${SIZE / 2}h36`;

/** The photo round a held handle, enlarged, with the outline and a cross on the very spot. */
export function Loupe({ uri, photo, corners, at, zoom, side }: LoupeProps) {
  const left = SIZE / 2 - at[0] * zoom;
  const top = SIZE / 2 - at[1] * zoom;
  const points = corners.map(([x, y]) => `${left + x * zoom},${top + y * zoom}`).join(' ');
  return (
    <View aria-hidden style={[styles.loupe, side === 'left' ? styles.left : styles.right]}>
      <img
        src={uri}
        alt=""
        draggable={false}
        style={{
          position: 'absolute',
          left,
          top,
          width: photo.width * zoom,
          height: photo.height * zoom,
          maxWidth: 'none',
        }}
      />
      <Svg width={SIZE} height={SIZE} style={StyleSheet.absoluteFill}>
        <Polygon points={points} fill="none" stroke={colours.pencilOnDark} strokeWidth={2} />
        <Path d={CROSS} stroke={colours.paperOnDark} strokeWidth={4} />
        <Path d={CROSS} stroke={colours.ink} strokeWidth={1.5} />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  loupe: {
    position: 'absolute',
    top: space.one,
    width: SIZE,
    height: SIZE,
    borderRadius: SIZE / 2,
    overflow: 'hidden',
    backgroundColor: colours.desk,
    boxShadow: `0 0 0 4px ${colours.paperOnDark}`,
    pointerEvents: 'none',
  },
  left: { left: space.one * 1.5 },
  right: { right: space.one * 1.5 },
});
