import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { DATE_SPANS, fittingSpan } from '@wold/core/table/dateBins';
import { datesOf } from '@wold/core/table/dates';
import type { LevelColumn } from '@wold/core/table/column';
import { withMadeColumn } from '@wold/core/recipe/edit/columns';
import { ChoiceWord } from '../controls/Word';
import { useEdit, useRecipe } from '../store/useStudy';

/** Makes a label of a column of dates, by months or longer spans of time; nothing of other columns. */
export function DatesForm({ column }: { column: LevelColumn }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const days = useMemo(() => datesOf(column.levels), [column]);
  if (days === null || days.length < 2) return null;
  const fitting = fittingSpan(days);
  const make = (by: (typeof DATE_SPANS)[number]) =>
    edit(
      withMadeColumn(recipe, {
        name: `${column.name}, by ${by}`.slice(0, 80),
        from: column.name,
        how: { kind: 'dates', by },
      }),
      'made column',
    );
  return (
    <>
      <Button onClick={() => make(fitting)}>Make a label by {fitting}</Button>
      <span>
        or by{' '}
        <ChoiceWord
          settles="Spans of time that make a label"
          value={fitting}
          word="another span"
          choices={DATE_SPANS.map(by => ({ value: by, name: by, when: SPAN_WORDS[by] }))}
          onChoose={make}
        />
      </span>
    </>
  );
}

const SPAN_WORDS = {
  month: 'such as 2018-04',
  quarter: 'such as 2018 Q2',
  year: 'such as 2018',
  decade: 'such as 2010s',
} as const;
