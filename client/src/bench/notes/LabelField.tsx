import type { NoteColour } from '@ravlo/contract';
import { cssColour } from '@/page/MarksLayer';
import { colours, fonts } from '@/ui/tokens';

export interface LabelFieldProps {
  /** where the words stand, px of the surface */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  /** of the letters, px */
  readonly size: number;
  readonly colour: NoteColour;
  readonly onTyped: (text: string) => void;
  readonly onGiveUp: () => void;
}

/** The words of a new label, typed where they will stand. */
export function LabelField({ left, top, width, size, colour, onTyped, onGiveUp }: LabelFieldProps) {
  return (
    <input
      autoFocus
      aria-label="Words of the label"
      maxLength={200}
      onPointerDown={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onTyped(event.currentTarget.value);
        if (event.key === 'Escape') onGiveUp();
      }}
      onBlur={(event) => onTyped(event.currentTarget.value)}
      style={{
        position: 'absolute',
        left,
        top,
        width,
        fontFamily: fonts.regular,
        fontSize: Math.max(16, size),
        color: cssColour(colour),
        background: 'rgba(255, 255, 255, 0.9)',
        border: 'none',
        borderBottom: `2px solid ${colours.pencil}`,
        padding: 0,
      }}
    />
  );
}
