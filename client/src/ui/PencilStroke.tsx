import Svg, { Path } from 'react-native-svg';
import { colours } from './tokens';

export interface PencilStrokeProps {
  readonly width?: number;
  readonly colour?: string;
}

/** The grease pencil's mark, as under the name and under a chosen tool. */
export function PencilStroke({ width = 28, colour = colours.pencil }: PencilStrokeProps) {
  return (
    <Svg width={width} height={8} viewBox="0 0 28 8" preserveAspectRatio="none" aria-hidden>
      <Path
        d="M1.5 4.6 C7 5.6 18 5.6 26.5 3.2"
        stroke={colour}
        strokeWidth={3.2}
        strokeLinecap="round"
        fill="none"
      />
    </Svg>
  );
}
