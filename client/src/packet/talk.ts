/**
 * Which contract this page was built with: a hash of its sources, put into the page by the build (scripts/prepare.mjs). Empty
 * while it is being worked on; then nothing is compared.
 */
export const TALK =
  globalThis.document?.querySelector<HTMLMetaElement>('meta[name="ravlo-talk"]')?.content ?? '';
