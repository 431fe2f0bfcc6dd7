/** How light a colour looks, in its own units, by the weights of ITU-R BT.601 (0.299, 0.587, 0.114), rounded. */
export const shineOf = (red: number, green: number, blue: number): number =>
  0.3 * red + 0.59 * green + 0.11 * blue;
