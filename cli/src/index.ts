export { decodePhoto, encodeJpeg, writePng, type DecodedPhoto } from './codec';
