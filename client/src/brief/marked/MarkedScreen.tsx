import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Image, Pressable, StyleSheet, View } from 'react-native';
import { numberedPins, sayPoints, type Attempt, type Given, type NumberedPin } from '@ravlo/contract';
import { furtherUrl, handedUrl, useBriefQuery } from '@/packet/api';
import { toTrouble } from '@/packet/trouble';
import { MarksOverlay } from '@/page/marks/MarksOverlay';
import { PinRing } from '@/page/marks/PinRing';
import { sayPinPoints } from '@/page/marks/sayPinPoints';
import { useHandedPages, type HandedPages } from '@/page/marks/useHandedPages';
import { useHandedPicture } from '@/page/marks/useHandedPicture';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { Ruler } from '@/ui/Ruler';
import { saveFile, saveLink } from '@/ui/saveFile';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { Slip } from '@/ui/Slip';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { useMarkedPdf } from './useMarkedPdf';

export interface MarkedScreenProps {
  readonly briefId: string;
  readonly attemptId: string;
}

/** What a marker gave back: points, words, and the pins on one's own pages. */
export function MarkedScreen({ briefId, attemptId }: MarkedScreenProps) {
  const router = useRouter();
  const { data: mine, error } = useBriefQuery(briefId);
  const attempt = mine?.attempts.find(({ id }) => id === attemptId);
  const given = attempt?.given ?? null;
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title={mine?.brief.title ?? 'Marks'}
          detail={given && `marked by ${given.by}`}
          back="To the brief"
          onBack={() => router.replace(`/brief/${briefId}`)}
        />
      }
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {mine && !given ? <Notice title="This is not marked yet." /> : null}
      {attempt && given ? <Marks attempt={attempt} given={given} /> : null}
    </ScreenFrame>
  );
}

function Marks({ attempt, given }: { readonly attempt: Attempt; readonly given: Given }) {
  const { receipt } = attempt;
  const pages = useHandedPages(receipt, (index) =>
    index === 0 ? handedUrl(attempt.id) : furtherUrl(attempt.id, index),
  );
  const pins = numberedPins(given.marking.pins);
  const pdf = useMarkedPdf(pages, given);
  const count = pages.state === 'ready' ? pages.count : 0;
  const save = async () => {
    const made = await pdf.make();
    if (made) saveFile(made, receipt.fileName.replace(/\.pdf$/i, '') + ', marked.pdf');
  };
  return (
    <>
      <Slip seed={attempt.id}>
        {given.points !== null && given.most !== null ? (
          <>
            <View style={styles.points}>
              <Words size="title" bold>
                {sayPoints(given.points)}
              </Words>
              <Words size="lead">{`of ${given.most}`}</Words>
            </View>
            <Ruler
              label={`${sayPoints(given.points)} of ${given.most} points`}
              amount={given.points}
              most={given.most}
            />
          </>
        ) : null}
        {given.marking.comment ? <Words>{given.marking.comment}</Words> : null}
        {given.marking.parts.map(({ part, points }) => (
          <View key={part} style={styles.part}>
            <Words>{part}</Words>
            <Words bold>{sayPoints(points)}</Words>
          </View>
        ))}
      </Slip>
      {pages.state === 'fetching' ? <Words role="status">Fetching your pages…</Words> : null}
      {pages.state === 'failed' ? (
        <Notice
          tone="attention"
          title="Your pages cannot be fetched just now."
          detail="They lie safely with the marker. Try again when Ravlo can be reached."
        />
      ) : null}
      {pages.state === 'broken' ? (
        <Notice
          title="This file cannot be shown here."
          detail="What was said of it stands below."
          action={
            <Button label="Save it" onPress={() => saveLink(handedUrl(attempt.id), receipt.fileName)} />
          }
        />
      ) : null}
      {Array.from({ length: count }, (_, i) => (
        <MarkedPage
          key={i}
          number={i + 1}
          pages={pages}
          pins={pins.filter(({ pin }) => pin.page === i + 1)}
          given={given}
        />
      ))}
      {pages.state === 'broken' ? <PinList pins={pins} chosenId={null} onChoose={() => undefined} /> : null}
      {pages.state === 'ready' && pages.pdf ? (
        <Button
          label={pdf.isMaking ? 'Making it…' : 'Save the marked PDF'}
          disabled={pdf.isMaking}
          onPress={() => void save()}
        />
      ) : null}
      {pdf.trouble ? <Notice tone="attention" title={pdf.trouble} /> : null}
    </>
  );
}

interface MarkedPageProps {
  readonly number: number;
  readonly pages: HandedPages;
  readonly pins: readonly NumberedPin[];
  readonly given: Given;
}

function MarkedPage({ number, pages, pins, given }: MarkedPageProps) {
  const [width, setWidth] = useState(0);
  const [chosenId, setChosen] = useState<string | null>(null);
  const picture = useHandedPicture(pages, number, width);
  const proportion = picture?.proportion ?? Math.SQRT2;
  const strokes = given.marking.strokes.filter(({ page }) => page === number);
  return (
    <View style={styles.page} onLayout={({ nativeEvent }) => setWidth(Math.round(nativeEvent.layout.width))}>
      <Words bold>{`Page ${number}`}</Words>
      <View style={[styles.paper, { height: Math.round(width * proportion) }]}>
        {picture ? (
          <Image
            source={{ uri: picture.uri }}
            accessibilityLabel={`Page ${number} with the marker’s pins`}
            style={styles.picture}
          />
        ) : null}
        <MarksOverlay pins={pins} strokes={strokes} proportion={proportion} chosenId={chosenId} withNumbers />
      </View>
      <PinList pins={pins} chosenId={chosenId} onChoose={setChosen} />
    </View>
  );
}

interface PinListProps {
  readonly pins: readonly NumberedPin[];
  readonly chosenId: string | null;
  readonly onChoose: (id: string) => void;
}

function PinList({ pins, chosenId, onChoose }: PinListProps) {
  if (pins.length === 0) return null;
  return (
    <View role="list" aria-label="Pins">
      {pins.map(({ pin, number }) => (
        <View key={pin.id} role="listitem">
          <Pressable role="button" onPress={() => onChoose(pin.id)} style={styles.pin}>
            <PinRing number={number} isChosen={pin.id === chosenId} />
            <View style={styles.grow}>
              <Words>{pin.words}</Words>
              {pin.points === null ? null : <Words bold>{sayPinPoints(pin.points)}</Words>}
            </View>
          </Pressable>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 0 },
  points: { flexDirection: 'row', alignItems: 'baseline', gap: space.one },
  part: { flexDirection: 'row', justifyContent: 'space-between' },
  page: { gap: space.half },
  paper: { width: '100%', backgroundColor: colours.surface, borderWidth: 1, borderColor: colours.line },
  picture: { width: '100%', height: '100%' },
  pin: { flexDirection: 'row', alignItems: 'flex-start', gap: space.one, paddingVertical: space.one },
});
