import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
// The package has no ES module exports that Node can see by name.
import opentype, { type Font } from 'opentype.js';

const packages = createRequire(import.meta.url);

const FILES = {
  kalam: '@expo-google-fonts/kalam/400Regular/Kalam_400Regular.ttf',
  caveat: '@expo-google-fonts/caveat/500Medium/Caveat_500Medium.ttf',
  patrick: '@expo-google-fonts/patrick-hand/400Regular/PatrickHand_400Regular.ttf',
  shadows: '@expo-google-fonts/shadows-into-light/400Regular/ShadowsIntoLight_400Regular.ttf',
  print: '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf',
} as const;

export type HandName = Exclude<keyof typeof FILES, 'print'>;
export type FontName = keyof typeof FILES;

export const HANDS: readonly HandName[] = ['kalam', 'caveat', 'patrick', 'shadows'];

const loaded = new Map<FontName, Font>();

/** A font from its package, read once. */
export function loadFont(name: FontName): Font {
  const known = loaded.get(name);
  if (known) return known;
  const file = readFileSync(packages.resolve(FILES[name]));
  const font = opentype.parse(file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength));
  loaded.set(name, font);
  return font;
}
