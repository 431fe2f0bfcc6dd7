import type { Page } from '@ravlo/contract';
import { useEffect } from 'react';
import { ensureEdits } from './editsKeeping';
import { selectRedoStep, selectUndoStep } from './editsSlice';
import { redo, undo } from './history';
import { sayStep } from './sayStep';
import { useAppDispatch, useAppSelector } from './store';

const NO_PAGES: readonly Page[] = [];

/** What can be taken back and done again in a packet, with names for both. */
export function useHistory(packetId: string, pages: readonly Page[] = NO_PAGES) {
  const dispatch = useAppDispatch();
  const undoStep = useAppSelector((state) => selectUndoStep(state, packetId));
  const redoStep = useAppSelector((state) => selectRedoStep(state, packetId));
  useEffect(() => {
    void dispatch(ensureEdits(packetId));
  }, [dispatch, packetId]);
  return {
    undoStep,
    redoStep,
    undoLabel: undoStep ? `Undo: ${sayStep(undoStep, pages)}` : 'Undo',
    redoLabel: redoStep ? `Redo: ${sayStep(redoStep, pages)}` : 'Redo',
    undo: () => dispatch(undo(packetId)),
    redo: () => dispatch(redo(packetId)),
  };
}
