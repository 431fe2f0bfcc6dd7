import Svg, { Path } from 'react-native-svg';
import { colours } from './tokens';

export interface TallyStrokesProps {
  /** in words, for those who do not see them */
  readonly label: string;
  readonly count: number;
}

/** More are not drawn: nobody counts them at a glance. */
const MOST = 10;
const STEP = 9;
const HEIGHT = 24;

/** A few of something as strokes by hand, every fifth across the four before it. */
export function TallyStrokes({ label, count }: TallyStrokesProps) {
  const shown = Math.min(count, MOST);
  const width = Math.max(STEP, shown * STEP + 6);
  const strokes = Array.from({ length: shown }, (_, i) => {
    const x = 4 + i * STEP;
    return i % 5 === 4
      ? `M${x - 4.6 * STEP} ${HEIGHT - 6}L${x - 2} 5`
      : `M${x + (i % 2) * 0.8} 3C${x - 0.6} 9 ${x + 1} 14 ${x + (i % 3) * 0.5} ${HEIGHT - 3}`;
  });
  return (
    <Svg role="img" aria-label={label} width={width} height={HEIGHT}>
      <Path d={strokes.join('')} stroke={colours.ink} strokeWidth={3} strokeLinecap="round" fill="none" />
    </Svg>
  );
}
