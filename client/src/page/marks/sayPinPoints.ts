import { sayPointsInWords } from '@ravlo/contract';

/** What a pin takes off or adds: "-1 point", "no points off", "+2 points". */
export const sayPinPoints = (points: number): string =>
  points === 0 ? 'no points off' : points > 0 ? `+${sayPointsInWords(points)}` : sayPointsInWords(points);
