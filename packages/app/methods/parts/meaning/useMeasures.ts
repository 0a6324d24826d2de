import type { MouseEvent } from 'react';
import { useAppDispatch } from '../../../store/store';
import { selected } from '../../../store/studySlice';
import { useSelection } from '../../../store/useStudy';

/** The measures selected; a second one is added while a key is held. */
export function useMeasures() {
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  function select(measure: string, event: MouseEvent): void {
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    const others = chosen.filter(other => other !== measure).slice(-1);
    dispatch(selected({ columns: adds ? [...others, measure] : [measure] }));
  }
  return { chosen, select };
}
