import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Camera from 'lucide-react-native/icons/camera';
import Undo from 'lucide-react-native/icons/undo-2';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { GestureDetector } from 'react-native-gesture-handler';
import type { Page } from '@ravlo/contract';
import { ensureOutline } from '@/darkroom/ensureOutline';
import { LOOK_AGAIN, usePacketQuery } from '@/state/api';
import { selectCanUndo, selectEditTrouble, troubleSeen, undoEdit } from '@/state/recipeEdits';
import { useAppDispatch, useAppSelector } from '@/state/store';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { Notice } from '@/ui/Notice';
import { PagePicture } from '@/ui/PagePicture';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { EdgesStage } from './EdgesStage';
import { EdgesTool } from './EdgesTool';
import { LookTool } from './LookTool';
import { ToolTabs, type Tool } from './ToolTabs';
import { TurnTool } from './TurnTool';
import { placesOf } from '@/verdict/sayVerdict';
import { useVerdict } from '@/verdict/useVerdict';
import { VerdictNote } from '@/verdict/VerdictNote';
import { usePageSteps } from './usePageSteps';

export interface BenchScreenProps {
  readonly packetId: string;
  readonly pageId: string;
}

/** One page, big, on the dark desk, with its tools. */
export function BenchScreen({ packetId, pageId }: BenchScreenProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const [tool, setTool] = useState<Tool>('edges');
  const pages = packet?.pages ?? [];
  const index = pages.findIndex((other) => other.id === pageId);
  const page = index >= 0 ? pages[index] : null;
  const canUndo = useAppSelector((state) => selectCanUndo(state, pageId));
  const trouble = useAppSelector(selectEditTrouble);

  useEffect(() => {
    if (page) void dispatch(ensureOutline(page, 2));
  }, [page, dispatch]);

  const go = (to: Page | undefined) => {
    if (to) router.replace(`/packet/${packetId}/page/${to.id}`);
  };
  const toPrevious = () => go(pages[index - 1]);
  const toNext = () => go(pages[index + 1]);
  const takeAgain = () => router.push(`/packet/${packetId}/camera?retake=${pageId}`);
  const verdict = useVerdict(page);
  const swipe = usePageSteps({ toPrevious, toNext });
  const isMissing = (packet && !page) || (error && !packet);

  return (
    <div
      className="dark-desk"
      style={{ display: 'flex', flex: 1, minWidth: 0, backgroundColor: colours.desk }}
    >
      <View role="main" style={styles.bench}>
        <View style={styles.header}>
          <IconButton
            icon={ArrowLeft}
            label="To the table"
            colour={colours.paperOnDark}
            onPress={() => router.replace(`/packet/${packetId}`)}
          />
          <View style={styles.leaf}>
            <IconButton
              icon={ChevronLeft}
              label="Previous page"
              colour={colours.paperOnDark}
              disabled={index <= 0}
              onPress={toPrevious}
            />
            <Words bold size="lead" heading={1} align="center" colour={colours.paperOnDark}>
              {page ? `Page ${index + 1} of ${pages.length}` : ' '}
            </Words>
            <IconButton
              icon={ChevronRight}
              label="Next page"
              colour={colours.paperOnDark}
              disabled={index < 0 || index >= pages.length - 1}
              onPress={toNext}
            />
          </View>
          <IconButton
            icon={Camera}
            label="Take this page again"
            colour={colours.paperOnDark}
            disabled={!page}
            onPress={takeAgain}
          />
          <IconButton
            icon={Undo}
            label="Undo"
            colour={colours.paperOnDark}
            disabled={!canUndo}
            onPress={() => page && dispatch(undoEdit(page))}
          />
        </View>
        {trouble ? (
          <View style={styles.notice}>
            <Notice
              tone="attention"
              title={trouble.detail}
              action={<Button label="All right" onPress={() => dispatch(troubleSeen())} />}
            />
          </View>
        ) : null}
        {isMissing ? (
          <View style={styles.notice}>
            <Notice
              title="This page is not here."
              detail="It may have been deleted in another window. The others are on the table."
            />
          </View>
        ) : null}
        {page ? (
          <>
            <GestureDetector gesture={swipe}>
              <View style={styles.stage}>
                {tool === 'edges' ? (
                  <EdgesStage key={page.id} page={page} />
                ) : (
                  <View style={styles.picture}>
                    <PagePicture
                      page={page}
                      label={`Page ${index + 1}`}
                      longSide={1400}
                      priority={1}
                      onDark
                      marks={placesOf(verdict)}
                    />
                  </View>
                )}
              </View>
            </GestureDetector>
            {tool === 'look' ? null : <VerdictNote verdict={verdict} onTakeAgain={takeAgain} />}
            <View style={styles.tool}>
              {tool === 'edges' ? <EdgesTool key={page.id} page={page} /> : null}
              {tool === 'turn' ? <TurnTool page={page} /> : null}
              {tool === 'look' ? <LookTool page={page} /> : null}
            </View>
            <ToolTabs tool={tool} onChange={setTool} />
          </>
        ) : null}
      </View>
    </div>
  );
}

const styles = StyleSheet.create({
  bench: { flex: 1, minWidth: 0 },
  header: {
    minHeight: 60,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingHorizontal: space.half,
  },
  leaf: { flexDirection: 'row', alignItems: 'center' },
  notice: { padding: space.two },
  stage: { flex: 1, minHeight: 0, backgroundColor: '#14191B' },
  picture: { flex: 1, padding: space.two, minHeight: 0 },
  tool: { minHeight: 128, padding: space.two, justifyContent: 'center' },
});
