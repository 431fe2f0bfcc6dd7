import { StyleSheet } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { colours } from '@/ui/tokens';

type Place = readonly [x: number, y: number];

export interface OutlineLayerProps {
  readonly stage: { readonly width: number; readonly height: number };
  /** where the photo lies on the stage, px */
  readonly photo: {
    readonly left: number;
    readonly top: number;
    readonly width: number;
    readonly height: number;
  };
  /** the outline on the stage, px */
  readonly path: readonly Place[];
}

/** The outline as a line, and the photo around it dimmed. */
export function OutlineLayer({ stage, photo, path }: OutlineLayerProps) {
  const closed = `${path.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')}Z`;
  const { left, top, width, height } = photo;
  return (
    <Svg width={stage.width} height={stage.height} style={styles.layer} aria-hidden>
      <Path
        d={`M${left} ${top}h${width}v${height}h${-width}Z${closed}`}
        fill="rgba(20, 24, 26, 0.62)"
        fillRule="evenodd"
      />
      <Path d={closed} fill="none" stroke={colours.pencilOnDark} strokeWidth={3} strokeLinejoin="round" />
    </Svg>
  );
}

const styles = StyleSheet.create({
  layer: { position: 'absolute', left: 0, top: 0, pointerEvents: 'none' },
});
