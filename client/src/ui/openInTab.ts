/** The new tab has read it by then, ms. */
const READ_BY = 60_000;

/** Shows a file in a tab of its own, by the browser's own means. */
export function openInTab(file: Blob): void {
  const url = URL.createObjectURL(file);
  window.open(url, '_blank');
  setTimeout(() => URL.revokeObjectURL(url), READ_BY);
}
