import { fonts } from '@/ui/tokens';

const MEASURED_AT = 100;

/** How wide words are, in sizes of their letters. */
export function widthOf(text: string): number {
  const context = document.createElement('canvas').getContext('2d');
  if (!context) return text.length * 0.55;
  context.font = `${MEASURED_AT}px ${fonts.regular}`;
  return context.measureText(text).width / MEASURED_AT;
}
