/** What this browser remembers by name; null where there is nothing, or storage is blocked. */
export function keptLocally(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}

/** Remembers it, where that can be had; says whether it could. */
export function keepLocally(name: string, value: string): boolean {
  try {
    localStorage.setItem(name, value);
    return true;
  } catch {
    return false;
  }
}
