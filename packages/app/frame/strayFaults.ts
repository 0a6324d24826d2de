import { ended } from '@wold/core/problem';
import { noticed } from '../store/noticeSlice';
import type { AppDispatch } from '../store/store';

/** What browsers report that nothing went wrong by: a size that changed while sizes were read is read again. */
const HARMLESS = /^ResizeObserver loop/;

/**
 * Says so on the screen when an event, a timer, a chart's callback or a promise fails, which no boundary sees.
 *
 * @returns how to stop that
 */
export function reportStrayFaults(dispatch: AppDispatch): () => void {
  const report = (thrown: unknown): void => {
    const message = thrown instanceof Error ? thrown.message : String(thrown);
    if (HARMLESS.test(message)) return;
    const text = `Something failed: ${ended(message)} That is a fault of Wold’s own. Your table and recipe are unharmed; what you just did may not have taken effect.`;
    dispatch(noticed({ kind: 'problem', text }));
  };
  const onError = ({ error, message }: ErrorEvent): void => report(error ?? message);
  const onRejection = ({ reason }: PromiseRejectionEvent): void => report(reason);
  window.addEventListener('error', onError);
  window.addEventListener('unhandledrejection', onRejection);
  return () => {
    window.removeEventListener('error', onError);
    window.removeEventListener('unhandledrejection', onRejection);
  };
}
