import { inTab } from '../storage/remembered';
import { bring } from './token';

const KEPT_AS = 'wold.token';
const IN_ADDRESS = /^#token=([\w-]+)$/;

/** Whether the server answers under /api, which the page says. */
export const hasApi = (): boolean =>
  document.querySelector<HTMLMetaElement>('meta[name="api"]')?.content === '1';

/** The token that the page was opened with; null where there is none. */
export const accessToken = (): string | null => inTab.get(KEPT_AS);

/** Takes the token out of the address, where it would be seen and kept, and brings it from now on. */
export function takeToken(): void {
  const [, found] = IN_ADDRESS.exec(location.hash) ?? [];
  if (found !== undefined) {
    inTab.keep(KEPT_AS, found);
    history.replaceState(history.state, '', location.pathname + location.search);
  }
  bring(accessToken());
}
