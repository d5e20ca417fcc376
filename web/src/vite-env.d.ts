/// <reference types="vite/client" />
declare module '@fontsource-variable/*';

/** The small build of the library reads what a camera writes into a JPEG; its types are those of the whole. */
declare module 'exifr/dist/lite.esm.mjs' {
  export { default } from 'exifr';
}
