import FileText from 'lucide-react-native/icons/file-text';
import MessageSquare from 'lucide-react-native/icons/message-square';
import Paperclip from 'lucide-react-native/icons/paperclip';
import StampIcon from 'lucide-react-native/icons/stamp';
import type { LucideIcon } from 'lucide-react-native';
import { Pressable, ScrollView, StyleSheet, useWindowDimensions, View } from 'react-native';
import { MOST_COMMENT, sayBytes, type BriefWork, type Reading } from '@ravlo/contract';
import { workUrl } from '@/packet/markerApi';
import { PinRing } from '@/page/marks/PinRing';
import { Notice } from '@/ui/Notice';
import { PersonMark } from '@/ui/PersonMark';
import { saveLink } from '@/ui/saveFile';
import { TextField } from '@/ui/TextField';
import { colours, space } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { useWide } from '@/ui/useWide';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { sayClock, sayWorkDetail } from '../sayWork';
import { GiveBack } from './GiveBack';
import { neighboursOf, type Neighbour } from './neighbours';
import { PartPoints } from './PartPoints';
import { PinEditor } from './PinEditor';
import { PinWords } from './PinMargin';
import { PointsPanel } from './PointsPanel';
import type { Desk } from './useDesk';
import type { Marks } from './useMarks';

export interface MarkPanelProps {
  readonly reading: Reading;
  readonly work: BriefWork | undefined;
  readonly marks: Marks;
  readonly desk: Desk;
  readonly part: string | null;
  readonly before: Neighbour | null;
  readonly after: Neighbour | null;
  readonly onStudent: (attemptId: string | null) => void;
}

/** Whose work it is, what is said of the whole, points, and giving it back. */
export function MarkPanel(props: MarkPanelProps) {
  const { reading, work, marks, desk, part, before, after, onStudent } = props;
  const { attempt, student, brief, newerAttemptId } = reading;
  const isWide = useWide();
  const window = useWindowDimensions();
  const now = useNow(work?.now);
  const { place, count } = neighboursOf(work?.work ?? [], attempt.id);
  const own = work?.work.find((each) => each.student.id === student.id);
  const { receipt } = attempt;
  const parts = brief.pages.kind === 'parts' ? brief.pages.parts : [];
  // On a phone the pins of the page stand below it; wide, in its margin.
  const listed = isWide ? desk.pinsElsewhere : desk.pins;
  const foot = (
    <View style={[styles.foot, isWide && styles.wideFoot]}>
      <PointsPanel reading={reading} marks={marks} />
      <GiveBack reading={reading} marks={marks} />
      <View style={styles.neighbours}>
        <Beside neighbour={before} way="before" onPress={onStudent} />
        <Beside neighbour={after} way="after" onPress={onStudent} />
      </View>
    </View>
  );
  return (
    <View style={[styles.panel, isWide ? styles.wide : { height: window.height * 0.44 }]}>
      <View style={styles.who}>
        <PersonMark name={student.firstName} texture={student.pattern} size={46} />
        <View style={styles.grow}>
          <Words bold size="lead" heading={2} numberOfLines={1}>
            {student.name}
          </Words>
          <Words size="small" colour={colours.quiet}>
            {student.hasLeft ? 'has left the class' : place > 0 ? `${place} of ${count} who handed over` : ''}
          </Words>
        </View>
      </View>
      <ScrollView contentContainerStyle={styles.content}>
        {attempt.takenBackAt ? (
          <Notice
            tone="attention"
            title={`${student.name} has taken this back.`}
            detail="What you said of it is kept; it cannot be given back."
          />
        ) : null}
        {newerAttemptId ? (
          <Notice
            tone="attention"
            title={`${student.name} has handed over again.`}
            below={<WordButton label="See the newer one" onPress={() => onStudent(newerAttemptId)} />}
          />
        ) : null}
        <View>
          <Fact icon={StampIcon}>
            {`Handed over ${sayClock(receipt.arrivedAt, brief.dueAt)}${own ? `, ${sayWorkDetail({ ...own, mark: null }, now)}` : ''}`}
          </Fact>
          <Fact icon={FileText}>
            {`${receipt.pages === 1 ? '1 page' : `${receipt.pages} pages`}, ${sayBytes(receipt.bytes)}, attempt ${receipt.attempt}${receipt.attemptsAllowed === null ? '' : ` of ${receipt.attemptsAllowed}`}`}
          </Fact>
          {attempt.comment ? <Fact icon={MessageSquare}>{`“${attempt.comment}”`}</Fact> : null}
          {(receipt.files ?? []).map(({ name }, i) => (
            <Pressable key={i} role="button" onPress={() => saveLink(workUrl(attempt.id, i + 1), name)}>
              <Fact icon={Paperclip}>{`${name}: save it`}</Fact>
            </Pressable>
          ))}
          <WordButton label="Save the file" onPress={() => saveLink(workUrl(attempt.id), receipt.fileName)} />
        </View>
        {!isWide && desk.chosen ? (
          <PinEditor
            key={desk.chosen.pin.id}
            pin={desk.chosen.pin}
            number={desk.chosen.number}
            marks={marks}
            onDone={() => desk.choose(null)}
          />
        ) : null}
        {listed.length > 0 ? (
          <View style={styles.pins}>
            <Words bold size="lead" heading={2}>
              {isWide ? 'On other pages' : 'Pins'}
            </Words>
            {listed.map(({ pin, number }) => (
              <Pressable key={pin.id} role="button" onPress={() => desk.choose(pin.id)} style={styles.pin}>
                <PinRing number={number} isChosen={pin.id === desk.chosenId} />
                <View style={styles.grow}>
                  <Words size="small" colour={colours.quiet}>
                    {`Page ${pin.page}`}
                  </Words>
                  <PinWords pin={pin} />
                </View>
              </Pressable>
            ))}
          </View>
        ) : null}
        <View style={styles.whole}>
          <Words bold size="lead" heading={2}>
            On the whole
          </Words>
          <TextField
            multiline
            aria-label="On the whole"
            value={marks.marking.comment}
            maxLength={MOST_COMMENT}
            onChangeText={marks.setComment}
            place={COMMENT}
          />
        </View>
        {parts.length > 0 && brief.points !== null ? (
          <PartPoints
            parts={parts}
            reading={reading}
            marks={marks}
            chosen={part}
            onShow={(page) => desk.show(page)}
          />
        ) : null}
        {isWide ? null : foot}
      </ScrollView>
      {isWide ? foot : null}
    </View>
  );
}

function Fact({ icon: Icon, children }: { readonly icon: LucideIcon; readonly children: string }) {
  return (
    <View style={styles.fact}>
      <Icon size={20} color={colours.ink} aria-hidden />
      <View style={styles.grow}>
        <Words>{children}</Words>
      </View>
    </View>
  );
}

interface BesideProps {
  readonly neighbour: Neighbour | null;
  readonly way: 'before' | 'after';
  readonly onPress: (attemptId: string | null) => void;
}

function Beside({ neighbour, way, onPress }: BesideProps) {
  if (!neighbour) return <View />;
  return (
    <WordButton
      label={way === 'before' ? `‹ ${neighbour.name}` : `${neighbour.name} ›`}
      onPress={() => onPress(neighbour.id)}
    />
  );
}

const COMMENT = { minHeight: 110 } as const;

const styles = StyleSheet.create({
  panel: { backgroundColor: colours.ground },
  wide: { width: 336 },
  who: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    paddingHorizontal: space.two,
    minHeight: 64,
    borderBottomWidth: 1,
    borderColor: colours.line,
  },
  grow: { flex: 1, minWidth: 0 },
  content: { padding: space.two, gap: space.two },
  fact: { flexDirection: 'row', gap: space.one, paddingVertical: 3 },
  pins: { gap: space.one },
  pin: { flexDirection: 'row', gap: space.one },
  whole: { gap: space.one },
  foot: { gap: space.one },
  wideFoot: {
    paddingHorizontal: space.two,
    paddingTop: space.one,
    borderTopWidth: 1,
    borderColor: colours.line,
  },
  neighbours: { flexDirection: 'row', justifyContent: 'space-between', minHeight: 44 },
});
