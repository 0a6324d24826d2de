/** Tells the other tabs of this browser that a kept study has changed, was renamed, deleted or brought back. */

let channel: BroadcastChannel | null | undefined;

function opened(): BroadcastChannel | null {
  if (channel === undefined) {
    channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('wold studies');
    // Where a test runs on Node, nothing waits for it.
    (channel as { unref?: () => void } | null)?.unref?.();
  }
  return channel;
}

/** Tells the other tabs of a change of the study of that id. */
export function tellTabs(id: string): void {
  opened()?.postMessage(id);
}

/** Calls `listener` with the id of each study that another tab has changed; returns how to stop that. */
export function onOtherTab(listener: (id: string) => void): () => void {
  const heard = ({ data }: MessageEvent<unknown>): void => {
    if (typeof data === 'string') listener(data);
  };
  opened()?.addEventListener('message', heard);
  return () => opened()?.removeEventListener('message', heard);
}
