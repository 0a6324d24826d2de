import Checkbox from '@mui/material/Checkbox';
import type { LoadedReduction } from '../loadedReduction';
import { count } from '@wold/core/writeup/format';
import { Word } from '../../../controls/Word';
import { useTable } from '../../../store/TableContext';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useEdit, useRecipe } from '../../../store/useStudy';
import styles from './PlacedWord.module.css';

/** Columns of numbers that are placed on the dimensions without taking part in them. */
export function PlacedWord({ reduction }: { reduction: LoadedReduction }) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const roleOf = new Map(recipe.columns.map(({ name, role }) => [name, role]));
  const able = table.columns
    .filter(
      ({ kind, name }) =>
        kind === 'number' && (roleOf.get(name) !== 'measure' || reduction.without.includes(name)),
    )
    .map(({ name }) => name);
  const placed = reduction.settings.placed.filter(name => able.includes(name));
  const set = (names: string[]) =>
    edit(withSettings(recipe, reduction, { placed: names }), `placed ${reduction.id}`);
  return (
    <Word
      settles="Which other columns are placed on the dimensions"
      panel={() => (
        <div className={styles.panel}>
          {able.length === 0 ? (
            <p className="soft small">
              Every column of numbers is a measure of this reduction. Leave one out of it, and it can be
              placed.
            </p>
          ) : (
            <ul>
              {able.map(name => (
                <li key={name}>
                  <label>
                    <Checkbox
                      checked={placed.includes(name)}
                      onChange={event =>
                        set(event.target.checked ? [...placed, name] : placed.filter(other => other !== name))
                      }
                    />
                    {name}
                  </label>
                </li>
              ))}
            </ul>
          )}
          <p className="soft small">
            A placed column stands on the dimensions by its correlations with them, and has no part in making
            them.
          </p>
        </div>
      )}
    >
      {placed.length === 0
        ? 'no other columns'
        : placed.length === 1
          ? placed[0]
          : count(placed.length, 'other column')}
    </Word>
  );
}
