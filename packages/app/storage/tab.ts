/** What a tab remembers by name until it is closed; nothing where storage is blocked. */
export function keptInTab(name: string): string | null {
  try {
    return sessionStorage.getItem(name);
  } catch {
    return null;
  }
}

/** Remembers it for this tab, where that can be had. */
export function keepInTab(name: string, value: string): void {
  try {
    sessionStorage.setItem(name, value);
  } catch {
    // It is then as the page says until it is loaded anew.
  }
}
