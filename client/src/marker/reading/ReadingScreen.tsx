import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { BriefWork, Reading } from '@ravlo/contract';
import { useBriefWorkQuery, useReadingQuery, workUrl } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { useHandedPages } from '@/page/marks/useHandedPages';
import { IconButton } from '@/ui/IconButton';
import { KeysHelp } from '@/ui/KeysHelp';
import { Notice } from '@/ui/Notice';
import { colours, space } from '@/ui/tokens';
import { useKeys } from '@/ui/useKeys';
import { useWide } from '@/ui/useWide';
import { MarkPanel } from './MarkPanel';
import { neighboursOf, pageOfPart } from './neighbours';
import { ReadingHead } from './ReadingHead';
import { ReadingStage } from './ReadingStage';
import { ReadingStrip } from './ReadingStrip';
import { useDesk } from './useDesk';
import { useMarks } from './useMarks';

export interface ReadingScreenProps {
  readonly attemptId: string;
  /** the answers to it are read one after the other, a student each */
  readonly part: string | null;
}

/** One student's work on the marker's desk: read, marked, given back. */
export function ReadingScreen({ attemptId, part }: ReadingScreenProps) {
  const router = useRouter();
  const { data: reading, error } = useReadingQuery(attemptId);
  const { data: work } = useBriefWorkQuery(reading?.brief.id ?? '', { skip: !reading });
  if (reading && reading.attempt.id === attemptId)
    return <ReadingDesk key={attemptId} reading={reading} work={work} part={part} />;
  return (
    <View role="main" style={styles.empty}>
      <IconButton
        icon={ArrowLeft}
        label="To the classes"
        colour={colours.paperOnDark}
        onPress={() => router.replace('/mark')}
      />
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
    </View>
  );
}

interface ReadingDeskProps {
  readonly reading: Reading;
  readonly work: BriefWork | undefined;
  readonly part: string | null;
}

function ReadingDesk({ reading, work, part }: ReadingDeskProps) {
  const router = useRouter();
  const isWide = useWide();
  const { attempt } = reading;
  const marks = useMarks(reading);
  /** the large page is there: now the small ones may be drawn */
  const [isDrawn, setDrawn] = useState(false);
  const pages = useHandedPages(attempt.receipt, (index) => workUrl(attempt.id, index));
  const count = pages.state === 'ready' ? pages.count : attempt.receipt.pages;
  const desk = useDesk(reading, marks, count, pageOfPart(reading.parts, part));
  const { before, after } = neighboursOf(work?.work ?? [], attempt.id);
  const toStudent = (id: string | null) => {
    if (id) router.replace(`/mark/attempt/${id}${part === null ? '' : `?part=${encodeURIComponent(part)}`}`);
  };
  useEffect(() => {
    // Nothing stands between a marker who leaves and what they have said.
    const flush = () => void marks.save();
    window.addEventListener('pagehide', flush);
    return () => window.removeEventListener('pagehide', flush);
  });
  const keys = useKeys([
    { keys: 'ArrowRight', what: 'the next page', run: () => desk.show(desk.number + 1) },
    { keys: 'ArrowLeft', what: 'the page before', run: () => desk.show(desk.number - 1) },
    { keys: 'N', what: 'the next student', run: () => toStudent(after?.id ?? null) },
    { keys: 'B', what: 'the student before', run: () => toStudent(before?.id ?? null) },
    { keys: 'P', what: 'put pins', run: () => desk.setTool('pin') },
    { keys: 'D', what: 'draw with the pen', run: () => desk.setTool('pen') },
    { keys: 'E', what: 'rub strokes out', run: () => desk.setTool('rub') },
    { keys: 'A', what: 'a pin in the middle of the page', run: () => desk.addPin(0.3, 0.5, 0) },
    { keys: '+', what: 'larger', run: () => desk.setZoom(desk.larger) },
    { keys: '-', what: 'smaller', run: () => desk.setZoom(desk.smaller) },
    { keys: 'R', what: 'turn the page for the eye', run: desk.turn },
    { keys: 'Escape', what: 'let the pin go', run: () => desk.choose(null) },
    { keys: 'Delete', what: 'take the chosen pin away', run: desk.removeChosen },
    { keys: 'Ctrl+Z', what: 'take back', run: () => marks.undo?.() },
  ]);
  const panel = (
    <MarkPanel
      reading={reading}
      work={work}
      marks={marks}
      desk={desk}
      part={part}
      before={before}
      after={after}
      onStudent={toStudent}
    />
  );
  return (
    <View role="main" style={[styles.desk, isWide && styles.wide]}>
      <View style={styles.read}>
        <ReadingHead reading={reading} desk={desk} count={count} part={part} />
        <View style={styles.stageRow}>
          {isWide ? (
            <ReadingStrip
              pages={pages}
              isWaiting={!isDrawn}
              pins={desk.pins}
              number={desk.number}
              onShow={desk.show}
            />
          ) : null}
          <ReadingStage
            pages={pages}
            desk={desk}
            marks={marks}
            attempt={attempt}
            onDrawn={() => setDrawn(true)}
          />
        </View>
      </View>
      {panel}
      {keys.isHelpOpen ? <KeysHelp keys={keys.list} onClose={keys.closeHelp} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  empty: { flex: 1, backgroundColor: colours.desk, padding: space.two, gap: space.two },
  desk: { flex: 1, backgroundColor: colours.desk },
  wide: { flexDirection: 'row' },
  read: { flex: 1, minWidth: 0, minHeight: 0 },
  stageRow: { flex: 1, minHeight: 0, flexDirection: 'row' },
});
