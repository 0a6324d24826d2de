import { preparationOf } from '@wold/core/recipe/requests';
import { count } from '@wold/core/writeup/format';
import { noticed } from '../../store/noticeSlice';
import { useAppDispatch } from '../../store/store';
import { selected } from '../../store/studySlice';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { computeOn } from '../../workers/pool';

/** Selects the rows whose entries hold a word, which lights them up wherever rows are shown. */
export function useShowEntries(): (word: string) => void {
  const dispatch = useAppDispatch();
  const table = useTable();
  const preparation = preparationOf(useRecipe());
  return word => {
    const request = { stage: 'entriesWith', preparation, word } as const;
    void computeOn(table, request, `looking for ${word}`).end.then(end => {
      if (end === 'stopped' || 'problem' in end) return;
      const rows = [...(end.value as Uint32Array)];
      dispatch(selected({ rows }));
      const text =
        rows.length === 0
          ? `No entry holds “${word}”.`
          : `${count(rows.length, 'entry', 'entries')} with “${word}” selected.`;
      dispatch(noticed({ kind: 'done', text }));
    });
  };
}
