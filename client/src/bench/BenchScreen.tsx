import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page, Recipe } from '@ravlo/contract';
import { LOOK_AGAIN, usePacketQuery } from '@/packet/api';
import { selectRecipe } from '@/packet/editsSlice';
import { type Step } from '@/packet/pendingEdits';
import { useAppDispatch, useAppSelector, type AppThunk } from '@/packet/store';
import { useHistory } from '@/packet/useHistory';
import { KeysHelp } from '@/ui/KeysHelp';
import { Notice } from '@/ui/Notice';
import { colours, space } from '@/ui/tokens';
import { useKeys } from '@/ui/useKeys';
import { useWide } from '@/ui/useWide';
import { usePageRemarks } from '@/page/usePageRemarks';
import { placesOf, sayVerdict } from '@/page/sayVerdict';
import { useVerdict } from '@/page/useVerdict';
import { VerdictNote } from '@/page/VerdictNote';
import { BenchHeader } from './BenchHeader';
import { EdgesStage } from './edges/EdgesStage';
import { EdgesTool } from './edges/EdgesTool';
import { LookTool } from '@/page/LookTool';
import { NotesEditor } from './notes/NotesEditor';
import { NotesTool } from './notes/NotesTool';
import { useNotes } from './notes/useNotes';
import { useStampWords } from '@/page/useStampWords';
import { NextToLookAt } from './NextToLookAt';
import { outlineBows } from './edges/outlineEdits';
import { PageStage, RESTING } from './PageStage';
import { selectTool, toolTaken } from './toolSlice';
import { ToolTabs, type Tool } from './ToolTabs';
import { TurnTool } from '@/page/TurnTool';
import { usePageSteps } from './usePageSteps';
import { useReady } from './useReady';

export interface BenchScreenProps {
  readonly packetId: string;
  readonly pageId: string;
}

const NO_PAGES: readonly Page[] = [];

/** One page, big, on the dark desk, with its tools. */
export function BenchScreen({ packetId, pageId }: BenchScreenProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { data: packet, error } = usePacketQuery(packetId, {
    pollingInterval: LOOK_AGAIN,
    skipPollingIfUnfocused: true,
  });
  const tool = useAppSelector(selectTool);
  const setTool = (next: Tool) => dispatch(toolTaken(next));
  const pages = packet?.pages ?? NO_PAGES;
  const index = pages.findIndex((other) => other.id === pageId);
  const page = index >= 0 ? pages[index] : null;
  const history = useHistory(packetId, pages);

  const go = (to: Page | undefined) => {
    if (to) router.replace(`/packet/${packetId}/page/${to.id}`);
  };
  const toPrevious = () => go(pages[index - 1]);
  const toNext = () => go(pages[index + 1]);
  const takeAgain = () => router.push(`/packet/${packetId}/camera?retake=${pageId}`);
  /** What is taken back on another page is shown there. */
  const followStep = (step: Step | null) => {
    if (step?.kind !== 'pages' || step.edits.some((edit) => edit.pageId === pageId)) return;
    go(pages.find(({ id }) => id === step.edits[0]?.pageId));
  };
  const undo = () => void history.undo().then(() => followStep(history.undoStep));
  const redo = () => void history.redo().then(() => followStep(history.redoStep));
  usePageSteps({ toPrevious, toNext });
  const keys = useKeys([
    { keys: 'Ctrl+Z', what: 'Undo', run: undo },
    { keys: 'Ctrl+Shift+Z', what: 'Redo', run: redo },
    { keys: '1', what: 'Edges', run: () => setTool('edges') },
    { keys: '2', what: 'Turn', run: () => setTool('turn') },
    { keys: '3', what: 'Look', run: () => setTool('look') },
    { keys: '4', what: 'Notes', run: () => setTool('notes') },
    { keys: 'T', what: 'To the table', run: () => router.replace(`/packet/${packetId}`) },
    { keys: 'Escape', what: 'To the table', run: () => router.replace(`/packet/${packetId}`) },
  ]);
  const listed = [
    ...keys.list.filter(({ keys: pressed }) => pressed !== 'Escape'),
    { keys: 'Left, Right', what: 'Page before, next page', run: () => undefined },
    { keys: '+, -, 0', what: 'Larger, smaller, fitting', run: () => undefined },
    { keys: 'Arrows on a handle', what: 'Move it; with Shift ten times as far', run: () => undefined },
    { keys: 'Alt while dragging', what: 'No snapping to edges', run: () => undefined },
  ];

  useReady([pages[index + 1], pages[index - 1]], (near) => dispatch(makeReady(near)));
  const isMissing = (packet && !page) || (error && !packet);

  return (
    <div
      className="dark-desk"
      style={{ display: 'flex', flex: 1, minWidth: 0, backgroundColor: colours.desk }}
    >
      <View role="main" style={styles.bench}>
        <BenchHeader
          index={index}
          count={pages.length}
          history={history}
          onBack={() => router.replace(`/packet/${packetId}`)}
          onPrevious={toPrevious}
          onNext={toNext}
          onTakeAgain={takeAgain}
          onUndo={undo}
          onRedo={redo}
        />
        {isMissing ? (
          <View style={styles.notice}>
            <Notice
              title="This page is not here."
              detail="It may have been deleted in another window. The others are on the table."
            />
          </View>
        ) : null}
        {page ? (
          <BenchPage
            key={page.id}
            page={page}
            pages={pages}
            index={index}
            tool={tool}
            onTool={setTool}
            onSwipe={(by) => (by < 0 ? toPrevious() : toNext())}
            onTakeAgain={takeAgain}
            onOpen={go}
          />
        ) : null}
        {keys.isHelpOpen ? <KeysHelp keys={listed} onClose={keys.closeHelp} /> : null}
      </View>
    </div>
  );
}

/** Has a page's picture made with low priority, once its outline is known. */
function makeReady(page: Page): AppThunk {
  return (_dispatch, getState, { darkroom }) => {
    const recipe = selectRecipe(getState(), page);
    if (recipe.outline.by !== 'pending')
      void darkroom.picture(page.photo, recipe, RESTING, { priority: -1 }).catch(() => undefined);
  };
}

interface BenchPageProps {
  readonly page: Page;
  readonly pages: readonly Page[];
  readonly index: number;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
  readonly onSwipe: (by: -1 | 1) => void;
  readonly onTakeAgain: () => void;
  readonly onOpen: (page: Page) => void;
}

/** The page that is on the bench, with the chosen tool. */
function BenchPage(props: BenchPageProps) {
  const { page, pages, index, tool, onTool, onSwipe, onTakeAgain, onOpen } = props;
  const recipe = useAppSelector((state) => selectRecipe(state, page));
  const [tried, setTried] = useState<Recipe | null>(null);
  const [level, setLevel] = useState<number | null>(null);
  const [isComparing, setComparing] = useState(false);
  const [corner, setCorner] = useState<number | null>(null);
  const [isBent, setBent] = useState(outlineBows(recipe.outline) !== undefined);
  const notes = useNotes(page);
  const words = useStampWords(index, pages);
  const verdict = useVerdict(page);
  const remarks = usePageRemarks(pages);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);

  const shown: Recipe = isComparing
    ? { ...recipe, look: 'as-shot', tuning: undefined, notes: undefined }
    : (tried ?? notes.shown ?? recipe);
  const isNoting = tool === 'notes';
  const wide = useWide();
  return (
    <View style={wide ? styles.beside : styles.below}>
      <View style={styles.stage}>
        {tool === 'edges' ? (
          <EdgesStage page={page} isBent={isBent} onCorner={setCorner} onSwipe={onSwipe} />
        ) : (
          <PageStage
            page={page}
            label={`Page ${index + 1}`}
            recipe={shown}
            isLive={tried !== null || notes.isMoving}
            tilt={level === null ? 0 : level - (recipe.level ?? 0)}
            showsGrid={level !== null}
            marks={isNoting || isComparing ? [] : placesOf(verdict)}
            stampWords={words}
            onSwipe={onSwipe}
            onSize={setSize}
            holdsStill={isNoting && notes.mode !== 'select'}
            over={
              isNoting
                ? (place, pageSize) => (
                    <NotesEditor recipe={recipe} size={pageSize} place={place} words={words} notes={notes} />
                  )
                : undefined
            }
          />
        )}
      </View>
      <View style={wide && styles.side}>
        {tool === 'look' || isNoting ? null : <VerdictNote verdict={verdict} onTakeAgain={onTakeAgain} />}
        {tool === 'look' || isNoting ? null : (
          <NextToLookAt
            pages={pages}
            remarks={remarks}
            index={index}
            said={verdict && sayVerdict(verdict)}
            onOpen={onOpen}
          />
        )}
        <View style={styles.tool}>
          {tool === 'edges' ? (
            <EdgesTool page={page} pages={pages} corner={corner} isBent={isBent} onBent={setBent} />
          ) : null}
          {tool === 'turn' ? <TurnTool page={page} pages={pages} onLevel={setLevel} /> : null}
          {tool === 'look' ? (
            <LookTool page={page} pages={pages} onTry={setTried} onCompare={setComparing} />
          ) : null}
          {isNoting ? <NotesTool notes={notes} turn={recipe.turn} size={size} /> : null}
        </View>
        <ToolTabs tool={tool} onChange={onTool} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  below: { flex: 1, minHeight: 0 },
  beside: { flex: 1, minHeight: 0, flexDirection: 'row' },
  // The tabs first: they stay where they are whatever the tool.
  side: { width: 360, flexDirection: 'column-reverse', justifyContent: 'flex-end' },
  bench: { flex: 1, minWidth: 0 },
  notice: { padding: space.two },
  stage: { flex: 1, minHeight: 0, backgroundColor: '#14191B' },
  tool: {
    minHeight: 116,
    paddingHorizontal: space.two,
    paddingVertical: space.one,
    justifyContent: 'center',
  },
});
