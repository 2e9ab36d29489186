/** Offers something as a file to save. */

/** The browser may still be reading when the click returns. */
const FORGET_AFTER_MS = 60_000;

export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), FORGET_AFTER_MS);
}

export function saveFile(name: string, type: string, text: string): void {
  saveBlob(name, new Blob([text], { type }));
}
