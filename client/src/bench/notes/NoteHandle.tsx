import { useRef, type CSSProperties, type PointerEvent } from 'react';
import type { Note } from '@ravlo/contract';
import { colours } from '@/ui/tokens';
import { sayNote } from './noteEdits';

export interface NoteHandleProps {
  readonly note: Note;
  /** mm */
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly scale: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly onMove: (dx: number, dy: number) => void;
  readonly onSize: (factor: number) => void;
  readonly onSettle: () => void;
  readonly onStep: (dx: number, dy: number) => void;
  readonly onRemove: () => void;
}

/** Notes are as large as this to be pressed, px. */
const LEAST_PX = 44;
const STEPS: Partial<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A frame round a note: dragged to move it, at its corner to size it; arrow keys move it, Delete takes it away. */
export function NoteHandle({ note, box, scale, isChosen, ...on }: NoteHandleProps) {
  const from = useRef<{ x: number; y: number; isSizing: boolean } | null>(null);
  const [width, height] = [Math.max(LEAST_PX, box.width * scale), Math.max(LEAST_PX, box.height * scale)];
  const left = (box.x + box.width / 2) * scale - width / 2;
  const top = (box.y + box.height / 2) * scale - height / 2;
  const hold = (event: PointerEvent<HTMLElement>, isSizing: boolean) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = { x: event.clientX, y: event.clientY, isSizing };
    on.onChoose();
  };
  const drag = (event: PointerEvent<HTMLElement>) => {
    if (!from.current) return;
    event.stopPropagation();
    const [dx, dy] = [event.clientX - from.current.x, event.clientY - from.current.y];
    if (from.current.isSizing) {
      const diagonal = Math.hypot(box.width, box.height) * scale;
      on.onSize(Math.max(0.1, (diagonal + (dx + dy) / Math.SQRT2) / Math.max(1, diagonal)));
    } else on.onMove(dx / scale, dy / scale);
  };
  const release = () => {
    if (!from.current) return;
    from.current = null;
    on.onSettle();
  };
  return (
    <>
      <button
        type="button"
        aria-label={sayNote(note)}
        aria-pressed={isChosen}
        onPointerDown={(event) => hold(event, false)}
        onPointerMove={drag}
        onPointerUp={release}
        onPointerCancel={release}
        onFocus={on.onChoose}
        onKeyDown={(event) => {
          const step = STEPS[event.key];
          if (step) on.onStep(step[0] * (event.shiftKey ? 10 : 1), step[1] * (event.shiftKey ? 10 : 1));
          else if (event.key === 'Delete' || event.key === 'Backspace') on.onRemove();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        style={{ ...frame, left, top, width, height, borderColor: isChosen ? colours.pencil : 'transparent' }}
      />
      {isChosen ? (
        <span
          aria-hidden
          onPointerDown={(event) => hold(event, true)}
          onPointerMove={drag}
          onPointerUp={release}
          onPointerCancel={release}
          style={{ ...knob, left: left + width - 22, top: top + height - 22 }}
        >
          <span
            style={{
              width: 14,
              height: 14,
              background: colours.surface,
              border: `3px solid ${colours.pencil}`,
            }}
          />
        </span>
      ) : null}
    </>
  );
}

const frame: CSSProperties = {
  position: 'absolute',
  boxSizing: 'border-box',
  padding: 0,
  background: 'none',
  border: '2px dashed transparent',
  borderRadius: 4,
  cursor: 'move',
  touchAction: 'none',
};
const knob: CSSProperties = {
  position: 'absolute',
  width: 44,
  height: 44,
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  cursor: 'nwse-resize',
  touchAction: 'none',
};
