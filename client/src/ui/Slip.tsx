import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { colours, radius, space } from './tokens';

export interface SlipProps {
  /** what it is torn by: the same seed, the same edge */
  readonly seed: string;
  readonly children: React.ReactNode;
}

/** Height of the torn edge, px, and how far its points are apart. */
const EDGE = 10;
const STEP = 13;

/** What passes between teacher and student: paper, its lower edge torn by hand. */
export function Slip({ seed, children }: SlipProps) {
  const [width, setWidth] = useState(0);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(Math.round(nativeEvent.layout.width))}>
      <View style={styles.paper}>{children}</View>
      <View style={styles.edge}>
        {width > 0 ? (
          <Svg width={width} height={EDGE} aria-hidden>
            <Path d={tornEdge(width, seed)} fill={colours.surface} stroke={colours.line} strokeWidth={1} />
          </Svg>
        ) : null}
      </View>
    </View>
  );
}

/** A line with a hand's unevenness, closed above the picture so that only its lower side shows. */
function tornEdge(width: number, seed: string): string {
  let state = [...seed].reduce((sum, letter) => (Math.imul(sum, 31) + letter.charCodeAt(0)) >>> 0, 7);
  const chance = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  let path = `M0.5 -2V${(2 + chance() * 4).toFixed(1)}`;
  for (let x = STEP; x < width - STEP / 2; x += STEP * (0.6 + 0.8 * chance()))
    path += `L${x.toFixed(1)} ${(1 + chance() * (EDGE - 3)).toFixed(1)}`;
  return `${path}L${width - 0.5} ${(2 + chance() * 4).toFixed(1)}V-2Z`;
}

/** Where a slip could be torn: from side to side of it. */
export function Perforation() {
  return <View style={styles.perforation} />;
}

const styles = StyleSheet.create({
  paper: {
    backgroundColor: colours.surface,
    borderTopLeftRadius: radius,
    borderTopRightRadius: radius,
    borderWidth: 1,
    borderBottomWidth: 0,
    borderColor: colours.line,
    padding: space.two,
    paddingBottom: space.one,
    gap: space.one,
  },
  edge: { height: EDGE },
  perforation: {
    height: 0,
    marginHorizontal: -space.two + 2,
    borderTopWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.perforation,
  },
});
