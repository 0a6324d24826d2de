/** Texts that are remembered by name, where storage is not blocked. */
interface Remembered {
  /** Null where there is nothing, or storage is blocked. */
  readonly get: (name: string) => string | null;
  /** Where it cannot be had, all is as the page says until it is loaded anew. */
  readonly keep: (name: string, value: string) => void;
}

/** @param storage which even to ask for may be refused */
const remembered = (storage: () => Storage): Remembered => ({
  get: name => {
    try {
      return storage().getItem(name);
    } catch {
      return null;
    }
  },
  keep: (name, value) => {
    try {
      storage().setItem(name, value);
    } catch {
      // See above.
    }
  },
});

/** What this browser remembers. */
export const inBrowser = remembered(() => localStorage);
/** What a tab remembers until it is closed. */
export const inTab = remembered(() => sessionStorage);
