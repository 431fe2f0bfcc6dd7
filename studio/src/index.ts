export { bareDesk, CATEGORIES, sceneFromSeed, sceneOf, type Category } from './categories';
export { GRID_COLUMNS, GRID_ROWS, photograph, inkMask, type Photograph, type Truth } from './photograph';
export { saveScene } from './saveScene';
export { TWELVE_MEGAPIXELS, type Scene, type SceneSize } from './scene';
export { renderSheet } from './renderSheet';
export { pageTruth, type PageTruth } from './pageTruth';
export { CLEAN_KINDS, cleanScene, gradedScene, type CleanKind } from './cleanScenes';
export { MARK_COLOURS } from './drawColours';
export { INKS, type SheetPlan } from './sheet';
