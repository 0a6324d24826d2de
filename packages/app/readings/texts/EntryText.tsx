import { useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Reduction } from '@wold/core/recipe/schema';
import { isMissing, textAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { useVocabulary } from '../../results/stages';
import { useTable } from '../../store/TableContext';
import { useMarker, useSplit } from './useSplit';
import styles from './Texts.module.css';

interface EntryTextProps {
  readonly row: number;
  /** Words that stand out, where some do. */
  readonly strong?: ReadonlySet<string>;
  /** Characters that are shown at most. */
  readonly most?: number;
}

/** The text of an entry, with the words that are measures marked. */
export function EntryText({ row, strong, most = 1200 }: EntryTextProps) {
  const table = useTable();
  const split = useSplit();
  const { value: vocabulary } = useVocabulary();
  const mark = useMarker(vocabulary?.words ?? null);
  const column = split === null ? undefined : findColumn(table, split.column);
  if (column === undefined) return null;
  if (isMissing(column, row)) return <p className="soft small">It has no text.</p>;
  const text = textAt(column, row);
  const shown = text.slice(0, most);
  return (
    <p className={styles.text}>
      {(mark?.(shown) ?? [{ text: shown, word: null }]).map((run, index) =>
        run.word === null ? (
          run.text
        ) : (
          <mark key={index} data-strong={strong?.has(run.word) === true}>
            {run.text}
          </mark>
        ),
      )}
      {text.length > most && ' …'}
    </p>
  );
}

/** Characters of a text that are looked through for these: an entry may be as long as a book. */
const MOST_READ = 20_000;
/** Words of a text that stand out at most. */
const MOST_STRONG = 4;

/**
 * The words that put an entry where it lies on the dimensions that the map shows: those of its own that correlate most with
 * its direction from the centre. None where dimensions are not made of words.
 */
export function useStrongWords(
  reduction: Reduction,
  placement: Placement | null,
  row: number,
): ReadonlySet<string> {
  const table = useTable();
  const split = useSplit();
  const { value: vocabulary } = useVocabulary(split !== null);
  const mark = useMarker(vocabulary?.words ?? null);
  const { x, y } = reduction.map;
  return useMemo(() => {
    const column = split === null ? undefined : findColumn(table, split.column);
    const structure = placement?.structure ?? null;
    const place = placement?.rows.indexOf(row) ?? -1;
    if (column === undefined || mark === null || structure === null || place < 0) return new Set<string>();
    const text = textAt(column, row).slice(0, MOST_READ);
    const own = new Set(mark(text).flatMap(({ word }) => (word === null ? [] : [word])));
    const { measures, correlations } = structure;
    const shown = [x, y].map(d => Math.min(d, placement!.at.columns) - 1);
    const along = shown.map(d => columnOf(placement!.at, d)[place]!);
    const pull = [...own].map(word => {
      const j = measures.indexOf(word);
      const of =
        j < 0 ? 0 : shown.reduce((sum, d, at) => sum + columnOf(correlations, d)[j]! * along[at]!, 0);
      return { word, of };
    });
    const most = pull.reduce((top, { of }) => Math.max(top, of), 0);
    const strong = pull.filter(({ of }) => of > 0.25 * most).sort((a, b) => b.of - a.of);
    return new Set(strong.slice(0, MOST_STRONG).map(({ word }) => word));
  }, [table, split, mark, placement, row, x, y]);
}
