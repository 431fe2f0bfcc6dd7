import { memo, type CSSProperties } from 'react';
import type { NumberedPin, Stroke } from '@ravlo/contract';
import { colours, fonts } from '@/ui/tokens';
import { MARK_WIDTH, pinEnd, pinLine, strokePaths } from './markShapes';

export interface MarksOverlayProps {
  /** of this page */
  readonly pins: readonly NumberedPin[];
  readonly strokes: readonly Stroke[];
  /** height over width of the page */
  readonly proportion: number;
  readonly chosenId?: string | null;
  /** with each pin's number at the end of its line: where no margin says which is which @default false */
  readonly withNumbers?: boolean;
}

/** What was said of a page, over its picture: the lines under what is meant, and the pen's strokes. */
export function MarksOverlay({
  pins,
  strokes,
  proportion,
  chosenId = null,
  withNumbers = false,
}: MarksOverlayProps) {
  const height = MARK_WIDTH * proportion;
  return (
    <svg aria-hidden viewBox={`0 0 ${MARK_WIDTH} ${height}`} preserveAspectRatio="none" style={fill}>
      {strokes.map((stroke) => (
        <StrokeShape key={stroke.id} stroke={stroke} proportion={proportion} />
      ))}
      {pins.map(({ pin, number }) => {
        const colour = pin.id === chosenId ? colours.pencil : colours.ink;
        const [x, y] = [pinEnd(pin) * MARK_WIDTH, pin.y * height];
        return (
          <g key={pin.id}>
            <path
              d={pinLine(pin, proportion)}
              stroke={colour}
              strokeWidth={0.9}
              strokeLinecap="round"
              fill="none"
            />
            {withNumbers ? (
              <>
                <circle
                  cx={Math.min(MARK_WIDTH - 5, x + 5)}
                  cy={y - 2}
                  r={4}
                  fill="white"
                  stroke={colour}
                  strokeWidth={0.7}
                />
                <text
                  x={Math.min(MARK_WIDTH - 5, x + 5)}
                  y={y - 0.3}
                  textAnchor="middle"
                  fontSize={number > 9 ? 4.4 : 5}
                  fontFamily={fonts.bold}
                  fontWeight="700"
                  fill={colour}
                >
                  {number}
                </text>
              </>
            ) : null}
          </g>
        );
      })}
    </svg>
  );
}

/** A stroke's outline takes a moment, and a page has many while words are typed beside it. */
const StrokeShape = memo(function StrokeShape({
  stroke,
  proportion,
}: {
  stroke: Stroke;
  proportion: number;
}) {
  const [shape] = strokePaths([stroke], proportion);
  return shape ? <path d={shape.path} fill={colours.ink} /> : null;
});

const fill: CSSProperties = {
  position: 'absolute',
  inset: 0,
  width: '100%',
  height: '100%',
  pointerEvents: 'none',
};
