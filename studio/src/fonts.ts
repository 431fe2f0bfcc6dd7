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
  indie: '@expo-google-fonts/indie-flower/400Regular/IndieFlower_400Regular.ttf',
  architects: '@expo-google-fonts/architects-daughter/400Regular/ArchitectsDaughter_400Regular.ttf',
  reenie: '@expo-google-fonts/reenie-beanie/400Regular/ReenieBeanie_400Regular.ttf',
  nothing: '@expo-google-fonts/nothing-you-could-do/400Regular/NothingYouCouldDo_400Regular.ttf',
  gochi: '@expo-google-fonts/gochi-hand/400Regular/GochiHand_400Regular.ttf',
  handlee: '@expo-google-fonts/handlee/Handlee_400Regular.ttf',
  homemade: '@expo-google-fonts/homemade-apple/400Regular/HomemadeApple_400Regular.ttf',
  belle: '@expo-google-fonts/la-belle-aurore/400Regular/LaBelleAurore_400Regular.ttf',
  sue: '@expo-google-fonts/sue-ellen-francisco/400Regular/SueEllenFrancisco_400Regular.ttf',
  cedarville: '@expo-google-fonts/cedarville-cursive/400Regular/CedarvilleCursive_400Regular.ttf',
  schoolbell: '@expo-google-fonts/schoolbell/400Regular/Schoolbell_400Regular.ttf',
  zeyada: '@expo-google-fonts/zeyada/Zeyada_400Regular.ttf',
  dekko: '@expo-google-fonts/dekko/Dekko_400Regular.ttf',
  covered: '@expo-google-fonts/covered-by-your-grace/400Regular/CoveredByYourGrace_400Regular.ttf',
  coming: '@expo-google-fonts/coming-soon/400Regular/ComingSoon_400Regular.ttf',
  short: '@expo-google-fonts/short-stack/400Regular/ShortStack_400Regular.ttf',
  rock: '@expo-google-fonts/rock-salt/400Regular/RockSalt_400Regular.ttf',
  another: '@expo-google-fonts/just-another-hand/400Regular/JustAnotherHand_400Regular.ttf',
  sunrise: '@expo-google-fonts/waiting-for-the-sunrise/WaitingfortheSunrise_400Regular.ttf',
  sacramento: '@expo-google-fonts/sacramento/400Regular/Sacramento_400Regular.ttf',
  delius: '@expo-google-fonts/delius/400Regular/Delius_400Regular.ttf',
  annie: '@expo-google-fonts/annie-use-your-telescope/400Regular/AnnieUseYourTelescope_400Regular.ttf',
  swanky: '@expo-google-fonts/swanky-and-moo-moo/SwankyandMooMoo_400Regular.ttf',
  girl: '@expo-google-fonts/the-girl-next-door/400Regular/TheGirlNextDoor_400Regular.ttf',
  loved: '@expo-google-fonts/loved-by-the-king/LovedbytheKing_400Regular.ttf',
  mansalva: '@expo-google-fonts/mansalva/Mansalva_400Regular.ttf',
  mynerve: '@expo-google-fonts/mynerve/Mynerve_400Regular.ttf',
  dawning: '@expo-google-fonts/dawning-of-a-new-day/DawningofaNewDay_400Regular.ttf',
  print: '@expo-google-fonts/atkinson-hyperlegible/400Regular/AtkinsonHyperlegible_400Regular.ttf',
} as const;

export type HandName = Exclude<keyof typeof FILES, 'print'>;
export type FontName = keyof typeof FILES;

/** Every hand with the size (mm, the em square) in which it writes as large as people do. */
export const HAND_SIZES: Record<HandName, number> = {
  kalam: 7.2,
  caveat: 9,
  patrick: 7.2,
  shadows: 7.2,
  indie: 7.4,
  architects: 6.8,
  reenie: 10,
  nothing: 6.6,
  gochi: 7.8,
  handlee: 7.2,
  homemade: 5,
  belle: 7,
  sue: 9,
  cedarville: 7,
  schoolbell: 6.6,
  zeyada: 8.4,
  dekko: 6.6,
  covered: 6.8,
  coming: 5.8,
  short: 5.4,
  rock: 4.6,
  another: 10.5,
  sunrise: 8.2,
  sacramento: 8.6,
  delius: 6.4,
  annie: 8,
  swanky: 7.6,
  girl: 6.4,
  loved: 8.6,
  mansalva: 6.8,
  mynerve: 6.6,
  dawning: 9,
};

/** Every hand that there is. */
export const ALL_HANDS = Object.keys(HAND_SIZES) as HandName[];

/** The twenty hands of scenes drawn by chance. Fixed: another number of them would draw every scene anew. */
export const HANDS = ALL_HANDS.slice(0, 20);

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
