/** Hands a text to the browser as a file. */
export function saveText(name: string, text: string, type: string): void {
  saveBlob(name, new Blob([text], { type: `${type};charset=utf-8` }));
}

/** Hands the content of an address to the browser as a file. */
export function saveUrl(name: string, url: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** Hands bytes to the browser as a file. */
export function saveBytes(name: string, pieces: readonly Uint8Array<ArrayBuffer>[], type: string): void {
  saveBlob(name, new Blob([...pieces], { type }));
}

/** Hands what is in a blob to the browser as a file. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  saveUrl(name, url);
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
