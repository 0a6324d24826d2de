/** Hands a text to the browser as a file. */
export function saveText(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  saveUrl(name, url);
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** Hands the content of an address to the browser as a file. */
export function saveUrl(name: string, url: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}
