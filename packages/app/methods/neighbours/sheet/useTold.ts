import { useEffect, useRef } from 'react';

/** Tells once that something has come about, and again when it has anew. */
export function useTold(come: boolean, tell: () => void): void {
  const telling = useRef(tell);
  useEffect(() => {
    telling.current = tell;
  });
  useEffect(() => {
    if (come) telling.current();
  }, [come]);
}
