import Svg, { Circle, Defs, G, Path, Text, TextPath } from 'react-native-svg';
import { colours, fonts } from './tokens';

export interface StampProps {
  /** across the middle */
  readonly word: string;
  /** around, above and below */
  readonly above: string;
  readonly below: string;
  /** px a side */
  readonly size: number;
  /** what it is leant by, so that no two stand alike */
  readonly seed: string;
}

/** A rubber stamp: struck by hand, a little askew, its ink uneven. */
export function Stamp({ word, above, below, size, seed }: StampProps) {
  const chance = [...seed].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 997, 7) / 997;
  const id = `stamp-${seed}`;
  return (
    <Svg width={size} height={size} viewBox="0 0 120 120" role="img" aria-label={`Stamped: ${word}`}>
      <Defs>
        <Path id={`${id}-above`} d="M18 60A42 42 0 0 1 102 60" />
        <Path id={`${id}-below`} d="M13 60A47 47 0 0 0 107 60" />
      </Defs>
      <G rotation={-14 + 8 * chance} origin="60, 60" opacity={0.88}>
        <Circle
          cx={60}
          cy={60}
          r={56}
          fill="none"
          stroke={colours.ink}
          strokeWidth={3}
          strokeDasharray="70 1.5 120 2"
        />
        <Circle
          cx={60}
          cy={60}
          r={52}
          fill="none"
          stroke={colours.ink}
          strokeWidth={1}
          strokeDasharray="44 1 80 1"
        />
        <Path
          d="M8 47L112 47M8 74L112 74"
          stroke={colours.ink}
          strokeWidth={1.4}
          strokeDasharray="38 1 51 1.5"
        />
        <Text
          x={60}
          y={69}
          textAnchor="middle"
          fontFamily={fonts.bold}
          fontSize={23}
          fontWeight="700"
          fill={colours.ink}
        >
          {word}
        </Text>
        <Text fontFamily={fonts.bold} fontSize={11} fontWeight="700" fill={colours.ink} letterSpacing={1.6}>
          <TextPath href={`#${id}-above`} startOffset="50%" textAnchor="middle">
            {above}
          </TextPath>
        </Text>
        <Text fontFamily={fonts.bold} fontSize={9.5} fontWeight="700" fill={colours.ink} letterSpacing={1.2}>
          <TextPath href={`#${id}-below`} startOffset="50%" textAnchor="middle">
            {below}
          </TextPath>
        </Text>
      </G>
    </Svg>
  );
}
