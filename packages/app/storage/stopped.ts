import { inBrowser } from './remembered';

/** Where this browser remembers which long work the analyst stopped: it is not gone on with by itself. */
const NAME = 'wold.stopped';
const MOST = 20;

/** Whether the work for the result of that key was stopped by hand. */
export const wasStopped = (key: string): boolean => stopped().includes(key);

/** Remembers that it was stopped, or that it is to go on. */
export function rememberStopped(key: string, is: boolean): void {
  const others = stopped().filter(other => other !== key);
  if (!is && others.length === stopped().length) return;
  // Where nothing can be remembered, the work goes on after a reload.
  inBrowser.keep(NAME, (is ? [...others, key] : others).slice(-MOST).join(' '));
}

function stopped(): string[] {
  return (inBrowser.get(NAME) ?? '').split(' ').filter(Boolean);
}
