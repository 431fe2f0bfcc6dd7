/** Hands what lies at an address to the browser's own downloads. */
export function saveLink(href: string, name: string): void {
  const link = document.createElement('a');
  link.href = href;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
}

/** Hands bytes to the browser's own downloads. */
export function saveFile(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  saveLink(url, name);
  // The browser reads the bytes after the click has returned.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
