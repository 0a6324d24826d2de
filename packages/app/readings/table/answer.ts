import { useMemo } from 'react';
import { count } from '@wold/core/writeup/format';
import { sampleOf, sceneOf } from '@wold/core/table/table';
import type { Answer } from '../answer';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { useDescription, useVocabulary } from '../../results/stages';
import { useSplit } from '../texts/useSplit';
import { undecidedCodes } from './undecidedCodes';
import { summarise } from './summary';

/** 286 rows · 20 measures · 3 labels */
export function useTableAnswer(): Answer {
  const table = useTable();
  const recipe = useRecipe();
  const { value: descriptions } = useDescription();
  const split = useSplit() !== null;
  const { value: vocabulary } = useVocabulary(split);
  const words = split ? (vocabulary?.words.length ?? null) : null;
  return useMemo(() => {
    const { rows, roles } = summarise(table, recipe);
    const sample = sampleOf(table);
    const text = [
      sample === null
        ? count(rows, sceneOf(table) === null ? 'row' : 'pixel')
        : `${rows.toLocaleString('en')} of ${count(sample.of, 'row')}`,
      ...(split
        ? words === null
          ? []
          : [count(words, 'word')]
        : table.matrix?.kind === 'distance'
          ? []
          : [count(roles.measure, 'measure')]),
      roles.label === 0 ? 'no\u00a0label' : count(roles.label, 'label'),
    ].join(' · ');
    const notes = table.notes.length;
    const codes = undecidedCodes(recipe, descriptions ?? []).length;
    const because = [
      ...(notes > 0 ? [`${count(notes, 'note')} on how the file was read`] : []),
      ...(codes > 0 ? [`${count(codes, 'column')} may hold missing codes`] : []),
    ];
    return { text, stale: false, attention: notes + codes, because: because.join('; ') };
  }, [table, recipe, descriptions, split, words]);
}
