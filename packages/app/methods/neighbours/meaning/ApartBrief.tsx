import type { Apart } from '@wold/core/methods/neighbours/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import type { LevelColumn } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { ChoiceWord } from '../../../controls/Word';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import type { NeighboursReduction } from '../results';

/** Levels that are listed at most. */
const MOST_LEVELS = 200;

/** What sets kiln Fennick apart from all other rows. */
export function ApartBrief({ reduction }: { reduction: NeighboursReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const table = useTable();
  const { apart } = reduction.settings;
  const set = (next: Apart) =>
    edit(withSettings(recipe, reduction, { apart: next }), `region ${reduction.id}`);
  const labels = recipe.columns
    .filter(({ role }) => role === 'label')
    .map(({ name }) => findColumn(table, name))
    .filter((column): column is LevelColumn => column?.kind === 'levels' && column.levels.length > 0);
  const chosen =
    apart === null || apart === 'selected' ? null : labels.find(({ name }) => name === apart.column);
  return (
    <>
      What sets{' '}
      <ChoiceWord
        settles="Which rows are held against the others"
        value={apart === 'selected' ? 'selected' : (chosen?.name ?? null)}
        word={apart === null ? 'some rows' : apart === 'selected' ? 'the selected rows' : apart.column}
        choices={[
          {
            value: 'selected' as string | null,
            name: 'the selected rows',
            when: 'Those drawn around on the map, or picked anywhere.',
          },
          ...labels.map(column => ({
            value: column.name as string | null,
            name: column.name,
            when: 'The rows of one of its levels.',
          })),
        ]}
        onChoose={name =>
          set(
            name === null || name === 'selected'
              ? 'selected'
              : { column: name, level: labels.find(label => label.name === name)!.levels[0]! },
          )
        }
      />
      {chosen !== null && chosen !== undefined && apart !== null && apart !== 'selected' && (
        <>
          {' '}
          <ChoiceWord
            settles="The level whose rows are held against the others"
            value={apart.level}
            choices={chosen.levels.slice(0, MOST_LEVELS).map(level => ({ value: level, name: level }))}
            onChoose={level => set({ column: chosen.name, level })}
          />
        </>
      )}{' '}
      apart from all other rows of the map.
    </>
  );
}
