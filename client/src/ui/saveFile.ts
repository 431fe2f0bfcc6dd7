/** Hands bytes to the browser's own downloads. */
export function saveFile(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // The browser reads the bytes after the click has returned.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
