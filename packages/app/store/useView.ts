import { useSearchParams } from 'react-router';
import { inTab } from '../storage/remembered';
import { viewed } from './studySlice';
import { useAppDispatch, useAppSelector } from './store';

/**
 * One of a reading's views, and a way to choose another. It is kept in the address, and for when one comes back to the
 * reading.
 *
 * @param of what it is a view of: "meaning", "plane"
 * @param views the plain one first
 * @param name under which the address tells it
 */
export function useView<V extends string>(
  of: string,
  views: readonly V[],
  name = 'view',
): readonly [V, (view: V) => void] {
  const dispatch = useAppDispatch();
  const [search, setSearch] = useSearchParams();
  const kept = useAppSelector(state => state.study.views.find(other => other.of === of)?.view);
  const keptAs = useKeptAs(of);
  const asked = search.get(name) ?? kept ?? inTab.get(keptAs);
  const plain = views[0]!;
  const choose = (view: V) => {
    dispatch(viewed({ of, view }));
    inTab.keep(keptAs, view);
    setSearch(
      now => {
        const next = new URLSearchParams(now);
        if (view === plain) next.delete(name);
        else next.set(name, view);
        return next;
      },
      { replace: true },
    );
  };
  return [views.find(view => view === asked) ?? plain, choose];
}

/** For when the page is loaded anew; a tab's own. */
const useKeptAs = (of: string): string => `wold.view ${useAppSelector(state => state.study.study?.id)} ${of}`;

/** The view of a reading that was asked for last; null where none was, and it is the first. */
export function useShownView(of: string, name = 'view'): string | null {
  const [search] = useSearchParams();
  const kept = useAppSelector(state => state.study.views.find(other => other.of === of)?.view);
  const keptAs = useKeptAs(of);
  return search.get(name) ?? kept ?? inTab.get(keptAs);
}
