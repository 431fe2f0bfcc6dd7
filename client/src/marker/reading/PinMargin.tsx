import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { MarkPin } from '@ravlo/contract';
import { placeMargin } from '@/page/marks/placeMargin';
import { pinEnd } from '@/page/marks/markShapes';
import { PinRing } from '@/page/marks/PinRing';
import { sayPinPoints } from '@/page/marks/sayPinPoints';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { PinEditor } from './PinEditor';
import type { Desk } from './useDesk';
import type { Marks } from './useMarks';

export const MARGIN_WIDTH = 260;
const RING = 34;
const GAP = 10;
/** Before it is known how high the words are. */
const USUAL_HEIGHT = 64;

export interface PinMarginProps {
  readonly desk: Desk;
  readonly marks: Marks;
  /** px, of the page beside it */
  readonly pageWidth: number;
  readonly height: number;
  /** the page is not turned: lines lead from the pins to their words */
  readonly isStraight: boolean;
}

/** The page's margin: each pin's words at the height of its place, making room for each other. */
export function PinMargin({ desk, marks, pageWidth, height, isStraight }: PinMarginProps) {
  const [heights, setHeights] = useState<Readonly<Record<string, number>>>({});
  const pins = desk.pinsHere;
  const tops = placeMargin(
    pins.map(({ pin }) => ({ wanted: pin.y * height - RING / 2, height: heights[pin.id] ?? USUAL_HEIGHT })),
    height - GAP,
    GAP,
  );
  const lowest = Math.max(height, ...pins.map(({ pin }, i) => (tops[i] ?? 0) + (heights[pin.id] ?? 0) + GAP));
  return (
    <View style={[styles.margin, { minHeight: lowest }]}>
      {isStraight ? (
        <View style={[styles.leads, { left: -pageWidth, width: pageWidth + 20, height: lowest }]}>
          <Svg width={pageWidth + 20} height={lowest} aria-hidden>
            {pins.map(({ pin }, i) => (
              <Path
                key={pin.id}
                d={leadOf(pin, pageWidth, height, (tops[i] ?? 0) + RING / 2)}
                stroke={pin.id === desk.chosenId ? colours.pencil : colours.ink}
                strokeWidth={1.5}
                strokeDasharray="1.5 4"
                strokeLinecap="round"
                fill="none"
              />
            ))}
          </Svg>
        </View>
      ) : null}
      {pins.map(({ pin, number }, i) => (
        <View
          key={pin.id}
          style={[styles.item, { top: tops[i] ?? 0 }]}
          onLayout={({ nativeEvent: { layout } }) =>
            setHeights((known) =>
              known[pin.id] === layout.height ? known : { ...known, [pin.id]: layout.height },
            )
          }
        >
          {pin.id === desk.chosenId ? (
            <>
              <PinRing number={number} isChosen />
              <View style={styles.words}>
                <PinEditor
                  key={pin.id}
                  pin={pin}
                  number={number}
                  marks={marks}
                  onDone={() => desk.choose(null)}
                />
              </View>
            </>
          ) : (
            <Pressable role="button" onPress={() => desk.choose(pin.id)} style={styles.whole}>
              <PinRing number={number} />
              <View style={styles.words}>
                <PinWords pin={pin} />
              </View>
            </Pressable>
          )}
        </View>
      ))}
    </View>
  );
}

/** What a pin says, and of how many points. */
export function PinWords({ pin }: { readonly pin: Pick<MarkPin, 'words' | 'points'> }) {
  return (
    <>
      {pin.words ? <Words>{pin.words}</Words> : <Words colour={colours.quiet}>no words yet</Words>}
      {pin.points === null ? null : <Words bold>{sayPinPoints(pin.points)}</Words>}
    </>
  );
}

/** From the end of what is meant to the ring. */
function leadOf(pin: MarkPin, pageWidth: number, height: number, ringY: number): string {
  const [x, y] = [pinEnd(pin) * pageWidth, pin.y * height];
  const end = pageWidth + 8;
  const bend = Math.max(12, (end - x) * 0.5);
  return `M${x} ${y}C${x + bend} ${y} ${end - bend} ${ringY} ${end} ${ringY}`;
}

const styles = StyleSheet.create({
  margin: {
    width: MARGIN_WIDTH,
    backgroundColor: colours.ground,
    borderLeftWidth: 1,
    borderColor: colours.line,
    borderTopRightRadius: 6,
    borderBottomRightRadius: 6,
  },
  leads: { position: 'absolute', top: 0, pointerEvents: 'none' },
  item: { position: 'absolute', left: 10, right: space.one, flexDirection: 'row', gap: space.one },
  whole: { flex: 1, minWidth: 0, flexDirection: 'row', gap: space.one },
  words: { flex: 1, minWidth: 0, minHeight: 34, justifyContent: 'center' },
});
