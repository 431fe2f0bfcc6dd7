/** What `measure` looks at beyond the other doors, to fit what core has learned and to say why. Not for the product. */
export { RULE } from '../clean/pageParts';
export { holesSeen } from '../clean/holesSeen';
export { inkPatches, inkPlane, PATCH_SIDE } from '../flatten/inkPatches';
export { uprightVotes, weighVotes, type UprightVotes } from '../flatten/upright';
export { classicalMapOf } from '../clean/clean';
export { connectedParts } from '../raster/connectedParts';
export { FEATURE_NAMES } from '../outline/quadFeatures';
export { confidenceFacts, marginOf } from '../outline/rankQuad';
export { lookCloserStages, type LookedQuad } from '../outline/lookCloser';
export { NO_OUTLINE } from '../outline/findOutline';
export { quadView, VIEW_CHANNELS } from '../outline/quadView';
export { searchStages } from '../outline/searchPicture';
export { seeStages, type SeenPicture } from '../outline/seePicture';
export { runStages } from '../outline/runStages';
export { bothPages, firstAlone, showsTwoPages, type SheetMap } from '../outline/sheetNet';
export { judge, legibilityTerms } from '../verdict/judge';
export { pageFacts, type PageFacts } from '../verdict/pageFacts';
