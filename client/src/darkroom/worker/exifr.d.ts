// The small build of exifr (it reads JPEG's EXIF only) comes without types of its own.
declare module 'exifr/dist/lite.umd.js' {
  export { default } from 'exifr';
}
