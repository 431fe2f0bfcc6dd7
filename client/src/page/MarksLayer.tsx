import { type NoteMark, NOTE_RGB, type NoteColour } from '@ravlo/core/geometry';
import { fonts } from '@/ui/tokens';

export interface MarksLayerProps {
  readonly marks: readonly NoteMark[];
  /** mm, as the page lies */
  readonly size: { readonly width: number; readonly height: number };
  /** where the page lies, px, and px a mm */
  readonly left: number;
  readonly top: number;
  readonly scale: number;
}

/** A note's colour as the screen writes it. */
export function cssColour(colour: NoteColour): string {
  return `rgb(${NOTE_RGB[colour].map((part) => Math.round(part * 255)).join(' ')})`;
}

/** A page's notes, drawn over its picture as they will be in the PDF. */
export function MarksLayer({ marks, size, left, top, scale }: MarksLayerProps) {
  if (marks.length === 0) return null;
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${size.width} ${size.height}`}
      style={{
        position: 'absolute',
        left,
        top,
        width: size.width * scale,
        height: size.height * scale,
        pointerEvents: 'none',
        overflow: 'hidden',
      }}
    >
      {marks.map((mark) =>
        mark.kind === 'shape' ? (
          <path key={mark.noteId} d={mark.path} fill={cssColour(mark.colour)} />
        ) : (
          <text
            key={mark.noteId}
            x={mark.x}
            y={mark.y}
            fontSize={mark.size}
            fontFamily={fonts.regular}
            fill={cssColour(mark.colour)}
            transform={mark.angle ? `rotate(${mark.angle} ${mark.x} ${mark.y})` : undefined}
          >
            {mark.text}
          </text>
        ),
      )}
    </svg>
  );
}
