import { useRouter } from 'expo-router';
import { Pressable, StyleSheet } from 'react-native';
import { checkParts, sayPages, type Page } from '@ravlo/contract';
import { selectRecipe } from '@/packet/editsSlice';
import { selectLine } from '@/packet/lineSlice';
import { isAhead } from '@/packet/photosSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppSelector } from '@/packet/store';
import { isFar } from '@/packet/trouble';
import { sayState } from '@/page/sayBrief';
import { Button } from '@/ui/Button';
import { useOnItsWay } from '@/page/useOnItsWay';
import { Notice } from '@/ui/Notice';
import { colours, space, target } from '@/ui/tokens';
import { useNow } from '@/ui/useNow';
import { Words } from '@/ui/Words';
import { SpreadNotice } from './SpreadNotice';
import { WayUpNotice } from './WayUpNotice';
import type { Table } from './useTable';

export interface TableNoticesProps {
  readonly packetId: string;
  readonly table: Table;
  /** what is to be said of each page */
  readonly remarks: readonly (string | null)[];
  readonly onOpen: (page: Page) => void;
}

/** What a person should see before the pages: troubles, photos on their way, pages that need a look. */
export function TableNotices({ packetId, table, remarks, onOpen }: TableNoticesProps) {
  const { packet, pages, trouble } = table;
  const onItsWay = useOnItsWay(packetId);
  // The frame says that there is no line.
  const isSaid = useAppSelector((state) => selectLine(state).shownFrom !== null);
  const ahead = useAppSelector((state) => pages.filter(({ id }) => isAhead(state, id)).length);
  const router = useRouter();
  const now = useNow();
  const unsure = useAppSelector(
    (state) => pages.filter((page) => selectRecipe(state, page).way === 'unsure'),
    sameItems,
  );
  const { parts, tied } = table.tie;
  const { missing, doubled } = checkParts(parts?.asked ?? [], parts?.given ?? []);
  const first = remarks.findIndex((remark) => remark !== null);
  const count = remarks.filter((remark) => remark !== null).length;
  return (
    <>
      {tied ? (
        <Pressable role="link" onPress={() => router.push(`/brief/${tied.brief.id}`)} style={styles.tied}>
          <Words bold underlined numberOfLines={1}>
            {`for ${tied.brief.title}`}
          </Words>
          <Words colour={colours.quiet} numberOfLines={1}>
            {sayState(tied, now)}
          </Words>
        </Pressable>
      ) : null}
      {trouble && !(isSaid && isFar(trouble)) ? <Notice tone="attention" title={trouble.detail} /> : null}
      {packet && packet.unreadable > 0 ? (
        <Notice
          tone="attention"
          title={`${sayPages(packet.unreadable)} cannot be shown.`}
          detail="The photos are safe on the computer that Ravlo runs on; the other pages are not affected."
        />
      ) : null}
      {ahead > 0 ? <Notice title={`${sayPages(ahead)} only on this device so far.`} /> : null}
      {onItsWay > 0 ? (
        <Notice
          title={`${sayPages(onItsWay)} on the way.`}
          detail="The photos are kept here and go up by themselves."
        />
      ) : null}
      {unsure.length > 0 ? (
        <WayUpNotice pages={pages} unsure={unsure} />
      ) : (
        // One question at a time: both together leave a phone no room for the pages.
        <SpreadNotice pages={pages} />
      )}
      {missing.length > 0 && pages.length > 0 ? (
        <Notice
          title={`Still missing: ${missing.slice(0, 8).join(', ')}${missing.length > 8 ? ` and ${missing.length - 8} more` : ''}.`}
          detail={doubled.length > 0 ? `On more than one page: ${doubled.join(', ')}.` : undefined}
        />
      ) : null}
      {first >= 0 ? (
        <Notice
          title={`${count === 1 ? '1 page needs' : `${count} pages need`} a look.`}
          action={<Button label={`Look at page ${first + 1}`} onPress={() => onOpen(pages[first])} />}
        />
      ) : null}
      {packet && pages.length === 0 && onItsWay === 0 ? (
        <Notice
          title="No pages yet."
          detail="Photograph the sheets or choose photos that you already have."
        />
      ) : null}
      {!packet && !trouble ? <Words role="status">Fetching the pages…</Words> : null}
    </>
  );
}

const styles = StyleSheet.create({
  tied: {
    minHeight: target,
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    columnGap: space.one,
  },
});
