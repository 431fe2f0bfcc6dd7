import { View } from 'react-native';
import Svg, { Path, Text } from 'react-native-svg';
import { colours, fonts } from '@/ui/tokens';

export interface PinRingProps {
  readonly number: number;
  readonly isChosen?: boolean;
  /** px a side @default 34 */
  readonly size?: number;
}

/** A pin's number in a ring that was drawn by hand. */
export function PinRing({ number, isChosen = false, size = 34 }: PinRingProps) {
  const colour = isChosen ? colours.pencil : colours.ink;
  return (
    <View role="img" aria-label={`Pin ${number}`}>
      <Svg width={size} height={size} viewBox="0 0 34 34">
        <Path
          d="M20 3.2C11 1.2 3.4 7.6 3.2 17C3 26 10 31.4 18 31C26 30.6 31.4 24 30.8 16C30.2 9 25 3.6 16.4 3.6"
          fill={colours.surface}
          stroke={colour}
          strokeWidth={2.6}
          strokeLinecap="round"
        />
        <Text
          x={17}
          y={number > 99 ? 21.5 : 22.5}
          textAnchor="middle"
          fontFamily={fonts.bold}
          fontWeight="700"
          fontSize={number > 99 ? 12 : 15.5}
          fill={colour}
        >
          {number}
        </Text>
      </Svg>
    </View>
  );
}
