import { useId } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Defs, Path, Pattern, Rect, Text } from 'react-native-svg';
import { colours, fonts } from './tokens';

/** What fills the ring: lines drawn in a cell of so many units, repeated. */
const TEXTURES = {
  waves: { cell: 10, lines: 'M-2 4Q0.5 0 3 4T8 4T13 4M-2 9Q0.5 5 3 9T8 9T13 9' },
  stripes: { cell: 5, lines: 'M-1 6L6 -1M-1 1L1 -1M4 6L6 4' },
  dots: { cell: 6, lines: 'M1.5 1.5h0.01M4.5 4.5h0.01' },
  scales: { cell: 8, lines: 'M0 0A4 4 0 0 0 8 0M-4 4A4 4 0 0 0 4 4M4 4A4 4 0 0 0 12 4' },
  chequers: { cell: 8, lines: 'M0 2h4M4 6h4' },
  crosses: { cell: 7, lines: 'M1.5 3.5h4M3.5 1.5v4' },
  rays: { cell: 4, lines: 'M2 0v4' },
  bricks: { cell: 8, lines: 'M0 0.5h8M0 4.5h8M2 0.5v4M6 4.5v4' },
} as const;

/** Strokes as wide as a whole field. */
const WIDE = { chequers: 4, dots: 2.4, rays: 1.6 } as const;

export type MarkTexture = keyof typeof TEXTURES;

export interface PersonMarkProps {
  readonly name: string;
  readonly texture: MarkTexture;
  /** px a side */
  readonly size: number;
}

/** A person at a glance: an initial in a plain disc inside a textured ring, told apart without colour. */
export function PersonMark({ name, texture, size }: PersonMarkProps) {
  const id = `mark-${useId()}`;
  const { cell, lines } = TEXTURES[texture];
  const thick = texture in WIDE ? WIDE[texture as keyof typeof WIDE] : 1.1;
  const initial = [...name.trim()][0]?.toLocaleUpperCase() ?? '';
  return (
    <View aria-hidden>
      <Svg width={size} height={size} viewBox="0 0 60 60">
        <Defs>
          <Pattern id={id} width={cell} height={cell} patternUnits="userSpaceOnUse">
            <Rect width={cell} height={cell} fill={colours.surface} />
            <Path
              d={lines}
              stroke={colours.ink}
              strokeWidth={thick}
              fill="none"
              strokeLinecap={capOf(texture)}
            />
          </Pattern>
        </Defs>
        <Circle cx={30} cy={30} r={28.8} fill={`url(#${id})`} stroke={colours.ink} strokeWidth={1.8} />
        <Circle cx={30} cy={30} r={17.5} fill={colours.surface} stroke={colours.ink} strokeWidth={1.4} />
        {initial ? (
          <Text
            x={30}
            y={38}
            textAnchor="middle"
            fontFamily={fonts.bold}
            fontSize={23}
            fontWeight="700"
            fill={colours.ink}
          >
            {initial}
          </Text>
        ) : null}
      </Svg>
    </View>
  );
}

const capOf = (texture: MarkTexture) => (texture === 'dots' ? 'round' : 'butt');
