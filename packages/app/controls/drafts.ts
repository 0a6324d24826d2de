import { useEffect, useSyncExternalStore } from 'react';

/** Texts that are being typed and are not decided yet. */
let open = 0;
const listeners = new Set<() => void>();

function change(by: number): void {
  open += by;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Counts a text as a draft for as long as it differs from what is decided. */
export function useDraft(differs: boolean): void {
  useEffect(() => {
    if (!differs) return undefined;
    change(1);
    return () => change(-1);
  }, [differs]);
}

/** Whether something that was typed is not decided yet, and so cannot have been saved. */
export const useHasDrafts = (): boolean => useSyncExternalStore(subscribe, () => open > 0);
