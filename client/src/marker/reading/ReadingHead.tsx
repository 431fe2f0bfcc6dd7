import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import RotateCw from 'lucide-react-native/icons/rotate-cw';
import { StyleSheet, View } from 'react-native';
import type { Reading } from '@ravlo/contract';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { IconButton } from '@/ui/IconButton';
import { colours, space } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import type { Desk, Tool, Zoom } from './useDesk';

export interface ReadingHeadProps {
  readonly reading: Reading;
  readonly desk: Desk;
  readonly count: number;
  readonly part: string | null;
}

const ZOOMS: readonly { readonly value: Zoom; readonly label: string }[] = [
  { value: 'page', label: 'Whole page' },
  { value: 'width', label: 'Width' },
];
const TOOLS: readonly { readonly value: Tool; readonly label: string }[] = [
  { value: 'pin', label: 'Pin' },
  { value: 'pen', label: 'Pen' },
  { value: 'rub', label: 'Rub out' },
];

/** Above the page: back, which page, what presses do, and how large it is. */
export function ReadingHead({ reading, desk, count, part }: ReadingHeadProps) {
  const router = useRouter();
  const isWide = useWide();
  const light = colours.paperOnDark;
  return (
    <View style={styles.head}>
      <IconButton
        icon={ArrowLeft}
        label="To the list"
        colour={light}
        onPress={() => router.replace(`/mark/brief/${reading.brief.id}`)}
      />
      {isWide ? (
        <View style={styles.title}>
          <Words bold size="lead" heading={1} colour={light} numberOfLines={1}>
            {part === null ? reading.brief.title : part}
          </Words>
        </View>
      ) : null}
      <View style={styles.pager}>
        <IconButton
          icon={ChevronLeft}
          label="Page before"
          colour={light}
          disabled={desk.number <= 1}
          onPress={() => desk.show(desk.number - 1)}
        />
        <Words bold role="status" colour={light}>
          {isWide ? `Page ${desk.number} of ${count}` : `${desk.number} of ${count}`}
        </Words>
        <IconButton
          icon={ChevronRight}
          label="Page after"
          colour={light}
          disabled={desk.number >= count}
          onPress={() => desk.show(desk.number + 1)}
        />
      </View>
      <ChoiceRow
        onDark
        hidesLabel
        label="What a press does"
        options={TOOLS}
        value={desk.tool}
        onChange={desk.setTool}
      />
      {isWide ? (
        <>
          <ChoiceRow
            onDark
            hidesLabel
            label="How large the page is"
            options={ZOOMS}
            value={desk.zoom}
            onChange={desk.setZoom}
          />
          <IconButton icon={RotateCw} label="Turn the page for the eye" colour={light} onPress={desk.turn} />
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  head: {
    minHeight: 64,
    flexDirection: 'row',
    alignItems: 'center',
    flexWrap: 'wrap',
    paddingHorizontal: space.one,
    columnGap: space.two,
  },
  title: { flex: 1, minWidth: 0 },
  pager: { flexDirection: 'row', alignItems: 'center' },
});
