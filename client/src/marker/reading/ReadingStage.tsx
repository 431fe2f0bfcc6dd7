import { useState } from 'react';
import { Image, ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import type { Attempt } from '@ravlo/contract';
import { workUrl } from '@/packet/markerApi';
import { MarksOverlay } from '@/page/marks/MarksOverlay';
import type { HandedPages } from '@/page/marks/useHandedPages';
import { useHandedPicture } from '@/page/marks/useHandedPicture';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { saveLink } from '@/ui/saveFile';
import { colours, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { MARGIN_WIDTH, PinMargin } from './PinMargin';
import { PressLayer } from './PressLayer';
import type { Desk } from './useDesk';
import type { Marks } from './useMarks';

export interface ReadingStageProps {
  readonly pages: HandedPages;
  readonly desk: Desk;
  readonly marks: Marks;
  readonly attempt: Attempt;
  readonly onDrawn: () => void;
}

const A4 = 297 / 210;

/** The page, large, with what is said of it in its margin. */
export function ReadingStage({ pages, desk, marks, attempt, onDrawn }: ReadingStageProps) {
  const isWide = useWide();
  const window = useWindowDimensions();
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const margin = isWide ? MARGIN_WIDTH : 0;
  const { eyeTurn } = desk;
  const isLying = eyeTurn % 180 !== 0;
  // The proportion is not known before there is a picture, and no picture before there is a width.
  const [proportion, setProportion] = useState(A4);
  const free = Math.max(120, room.width - margin - (isWide ? space.four : space.two));
  const high = Math.max(160, isWide ? room.height - space.one : window.height * 0.5);
  const whole = isLying ? Math.min(high, free / proportion) : Math.min(free, high / proportion);
  const zoomed =
    desk.zoom === 'page' ? (isWide ? whole : free) : desk.zoom === 'width' ? free : whole * desk.zoom;
  const width = Math.round(zoomed);
  const picture = useHandedPicture(pages, desk.number, width);
  if (picture && Math.abs(picture.proportion - proportion) > 1e-6) setProportion(picture.proportion);
  const height = Math.round(width * proportion);
  const [boxWidth, boxHeight] = isLying ? [height, width] : [width, height];

  if (pages.state === 'broken' || pages.state === 'failed')
    return (
      <View style={styles.message}>
        <Notice
          tone="attention"
          title={
            pages.state === 'broken'
              ? 'This file cannot be shown here.'
              : 'The file cannot be fetched just now.'
          }
          detail={
            pages.state === 'broken'
              ? 'It lies on the desk as it arrived. Save it and open it in another program; points and words can be given all the same.'
              : 'It lies safely on the desk. Try again when Ravlo can be reached.'
          }
          action={
            <Button label="Save it" onPress={() => saveLink(workUrl(attempt.id), attempt.receipt.fileName)} />
          }
        />
      </View>
    );
  return (
    <View
      style={styles.stage}
      onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
    >
      <ScrollView contentContainerStyle={styles.down}>
        <ScrollView horizontal contentContainerStyle={styles.across} style={styles.scroll}>
          <View style={{ width: boxWidth, height: boxHeight }}>
            <View
              style={[
                styles.paper,
                { width, height },
                {
                  transform: [{ rotate: `${eyeTurn}deg` }],
                  left: (boxWidth - width) / 2,
                  top: (boxHeight - height) / 2,
                },
              ]}
            >
              {picture ? (
                <Image
                  source={{ uri: picture.uri }}
                  onLoad={onDrawn}
                  accessibilityLabel={`Page ${desk.number}`}
                  style={styles.picture}
                />
              ) : null}
              <MarksOverlay
                pins={desk.pinsHere}
                strokes={desk.strokesHere}
                proportion={proportion}
                chosenId={desk.chosenId}
                withNumbers={!isWide || isLying || eyeTurn === 180}
              />
              <PressLayer desk={desk} marks={marks} proportion={proportion} eyeTurn={eyeTurn} />
            </View>
          </View>
          {isWide ? (
            <PinMargin
              desk={desk}
              marks={marks}
              pageWidth={boxWidth}
              height={boxHeight}
              isStraight={eyeTurn === 0}
            />
          ) : null}
        </ScrollView>
      </ScrollView>
      {isWide ? (
        <View style={styles.hint}>
          <Words size="small" colour={colours.deskQuiet} align="center">
            {pages.state === 'fetching' ? 'Fetching the file…' : HINTS[desk.tool]}
          </Words>
        </View>
      ) : null}
    </View>
  );
}

const HINTS = {
  pin: 'Press a spot on the page to put a pin there, or draw along a line.',
  pen: 'Draw on the page.',
  rub: 'Press a stroke to rub it out.',
} as const;

const styles = StyleSheet.create({
  stage: { flex: 1, minWidth: 0 },
  scroll: { flexGrow: 0 },
  down: { flexGrow: 1, alignItems: 'center' },
  across: { alignItems: 'flex-start', paddingHorizontal: space.one },
  paper: { position: 'absolute', backgroundColor: colours.surface },
  picture: { width: '100%', height: '100%' },
  hint: { minHeight: 40, justifyContent: 'center' },
  message: { flex: 1, padding: space.three, justifyContent: 'center' },
});
