export { photograph, inkMask, type Photograph, type Truth } from './photograph';
export { saveScene } from './saveScene';
export { sceneFromSeed, TWELVE_MEGAPIXELS, type Scene, type SceneSize } from './scene';
