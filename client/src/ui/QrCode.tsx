import { create } from 'qrcode';
import { useMemo } from 'react';
import Svg, { Path, Rect } from 'react-native-svg';
import { colours } from './tokens';

/** Clear space around the code that readers need, in modules. */
const QUIET = 4;

export interface QrCodeProps {
  readonly text: string;
  readonly size: number;
  readonly label: string;
}

/** A QR code, dark on white whatever lies around it. */
export function QrCode({ text, size, label }: QrCodeProps) {
  const { path, side } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    const dark: string[] = [];
    for (let y = 0; y < modules.size; y++) {
      for (let x = 0; x < modules.size; x++) {
        if (modules.get(y, x)) dark.push(`M${x + QUIET} ${y + QUIET}h1v1h-1z`);
      }
    }
    return { path: dark.join(''), side: modules.size + 2 * QUIET };
  }, [text]);
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${side} ${side}`} role="img" aria-label={label}>
      <Rect width={side} height={side} fill={colours.surface} />
      <Path d={path} fill={colours.ink} />
    </Svg>
  );
}
