import type { Page } from '@ravlo/contract';
import { useEffect } from 'react';
import { ensureHistory, redo, undo } from './history';
import { selectRedoStep, selectUndoStep } from './historySlice';
import { sayStep } from './sayStep';
import { useAppDispatch, useAppSelector } from './store';

/** What can be taken back and done again in a packet, with names for both. */
export function useHistory(packetId: string, pages: readonly Page[]) {
  const dispatch = useAppDispatch();
  const undoStep = useAppSelector((state) => selectUndoStep(state, packetId));
  const redoStep = useAppSelector((state) => selectRedoStep(state, packetId));
  useEffect(() => {
    void dispatch(ensureHistory(packetId));
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
