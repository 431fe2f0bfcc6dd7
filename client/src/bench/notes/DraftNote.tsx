import { layNotes, type StampWords } from '@ravlo/core/geometry';
import type { CSSProperties } from 'react';
import type { Note, Turn } from '@ravlo/contract';
import { cssColour } from '@/page/MarksLayer';
import { colours } from '@/ui/tokens';

export interface DraftNoteProps {
  readonly note: Note;
  /** mm, as the page lies */
  readonly size: { readonly width: number; readonly height: number };
  readonly turn: Turn;
  readonly words: StampWords;
}

/** A note that is being drawn. */
export function DraftNote({ note, size, turn, words }: DraftNoteProps) {
  return (
    <svg aria-hidden viewBox={`0 0 ${size.width} ${size.height}`} style={fill}>
      {note.kind === 'cover' ? (
        <rect
          x={note.x}
          y={note.y}
          width={note.width}
          height={note.height}
          fill="white"
          stroke={colours.pencil}
          strokeWidth={0.4}
        />
      ) : (
        layNotes([note], { size, turn }, words).map((mark) =>
          mark.kind === 'shape' ? (
            <path key={mark.noteId} d={mark.path} fill={cssColour(mark.colour)} />
          ) : null,
        )
      )}
    </svg>
  );
}

const fill: CSSProperties = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  pointerEvents: 'none',
};
