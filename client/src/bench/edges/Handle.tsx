import { useRef, type CSSProperties, type KeyboardEvent, type PointerEvent } from 'react';
import { colours } from '@/ui/tokens';
import type { HandleShape } from './outlinePlaces';

export interface HandleProps {
  readonly label: string;
  readonly shape: HandleShape;
  /** place in the stage, px */
  readonly x: number;
  readonly y: number;
  /** direction of the side, radians */
  readonly angle?: number;
  readonly isHeld: boolean;
  readonly onHold: () => void;
  /** distance from where it was taken hold of, stage px; free of any help while Alt is held */
  readonly onDrag: (dx: number, dy: number, isFree: boolean) => void;
  readonly onRelease: () => void;
  /** steps by arrow keys; ten times as far with shift */
  readonly onStep: (dx: number, dy: number) => void;
}

const SIZE = 48;
const STEPS: Partial<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * A diamond on a corner, a bar on a side, a ring on a bend. Plain pointer events, captured: what the finger moves, the handle
 * moves, to the pixel.
 */
export function Handle({
  label,
  shape,
  x,
  y,
  angle = 0,
  isHeld,
  onHold,
  onDrag,
  onRelease,
  onStep,
}: HandleProps) {
  const from = useRef<readonly [number, number] | null>(null);

  const down = (event: PointerEvent<HTMLButtonElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = [event.clientX, event.clientY];
    onHold();
  };
  const move = (event: PointerEvent<HTMLButtonElement>) => {
    if (!from.current) return;
    event.stopPropagation();
    onDrag(event.clientX - from.current[0], event.clientY - from.current[1], event.altKey);
  };
  const up = () => {
    if (!from.current) return;
    from.current = null;
    onRelease();
  };
  const key = (event: KeyboardEvent<HTMLButtonElement>) => {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    const factor = event.shiftKey ? 10 : 1;
    onStep(step[0] * factor, step[1] * factor);
  };

  return (
    <button
      type="button"
      aria-label={label}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onKeyDown={key}
      style={{ ...button, left: x - SIZE / 2, top: y - SIZE / 2 }}
    >
      <span style={shape === 'corner' ? diamond(isHeld) : shape === 'side' ? bar(angle) : ring(isHeld)} />
    </button>
  );
}

const button: CSSProperties = {
  position: 'absolute',
  width: SIZE,
  height: SIZE,
  padding: 0,
  border: 'none',
  background: 'none',
  cursor: 'move',
  touchAction: 'none',
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
};

function diamond(isHeld: boolean): CSSProperties {
  const size = isHeld ? 22 : 17;
  return {
    width: size,
    height: size,
    transform: 'rotate(45deg)',
    backgroundColor: isHeld ? colours.pencil : colours.paperOnDark,
    border: `3px solid ${isHeld ? colours.paperOnDark : colours.pencilOnDark}`,
  };
}

function bar(angle: number): CSSProperties {
  return {
    width: 40,
    height: 8,
    borderRadius: 3,
    transform: `rotate(${angle}rad)`,
    backgroundColor: colours.pencilOnDark,
  };
}

function ring(isHeld: boolean): CSSProperties {
  return {
    width: isHeld ? 22 : 16,
    height: isHeld ? 22 : 16,
    borderRadius: 11,
    border: `4px solid ${colours.pencilOnDark}`,
    backgroundColor: isHeld ? colours.pencil : 'transparent',
  };
}
