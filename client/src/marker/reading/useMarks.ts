import {
  layMarkEdits,
  totalPoints,
  undoneEdit,
  type MarkEdit,
  type Marking,
  type MarkPin,
  type Reading,
  type Stroke,
} from '@ravlo/contract';
import { useEffect, useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { clashesSeen, selectMarks, stepTaken } from './marksSlice';
import { saveMarks, sayMark, takeUpMarks } from './saveMarks';

/** What is said of an attempt, as the marker sees it: what is saved, with what was said since over it. */
export function useMarks(reading: Reading) {
  const dispatch = useAppDispatch();
  const { id } = reading.attempt;
  const unsaved = useAppSelector((state) => selectMarks(state, id));
  useEffect(() => {
    dispatch(takeUpMarks(id));
  }, [dispatch, id]);
  const marking = useMemo(
    () => layMarkEdits(layMarkEdits(reading.marking, unsaved.sending), unsaved.pending),
    [reading.marking, unsaved.sending, unsaved.pending],
  );
  const say = (edit: MarkEdit) => dispatch(sayMark(id, edit));
  const last = unsaved.steps.at(-1);
  return {
    marking,
    points: totalPoints(marking, reading.brief.points),
    isSaved: unsaved.sending.length === 0 && unsaved.pending.length === 0,
    trouble: unsaved.trouble,
    clashes: unsaved.clashes,
    seeClashes: () => dispatch(clashesSeen(id)),
    putPin: (to: MarkPin) => say({ of: 'pin', id: to.id, from: pinOf(marking, to.id), to }),
    removePin: (pinId: string) => say({ of: 'pin', id: pinId, from: pinOf(marking, pinId), to: null }),
    putStroke: (to: Stroke) => say({ of: 'stroke', id: to.id, from: null, to }),
    removeStroke: (stroke: Stroke) => say({ of: 'stroke', id: stroke.id, from: stroke, to: null }),
    setPoints: (to: number | null) => say({ of: 'points', from: marking.points, to }),
    setPart: (part: string, to: number | null) =>
      say({ of: 'part', part, from: marking.parts.find((each) => each.part === part)?.points ?? null, to }),
    setComment: (to: string) => say({ of: 'comment', from: marking.comment, to }),
    /** null where there is nothing to be taken back */
    undo: last
      ? () => {
          dispatch(stepTaken(id));
          dispatch(sayMark(id, undoneEdit(last), false));
        }
      : null,
    /** @returns whether all is saved */
    save: () => dispatch(saveMarks(id)),
  };
}

export type Marks = ReturnType<typeof useMarks>;

const pinOf = ({ pins }: Marking, id: string): MarkPin | null => pins.find((pin) => pin.id === id) ?? null;
