import Button from '@mui/material/Button';
import { withMeasured } from '@wold/core/recipe/edit/columns';
import type { Recipe } from '@wold/core/recipe/schema';
import type { ColumnDescription } from '@wold/core/table/describe';
import { count } from '@wold/core/writeup/format';
import { Word } from '../../controls/Word';
import { useDescription } from '../../results/stages';
import { useEdit, useRecipe } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import form from '../../theme/form.module.css';

const MOST_LISTED = 60;

/** Columns of numbers that were kept out of the measures, since they look like numbers of rows or like classes. */
export function doubtfulColumns(
  recipe: Recipe,
  descriptions: readonly ColumnDescription[],
): ColumnDescription[] {
  const roles = new Map(recipe.columns.map(({ name, role }) => [name, role]));
  return descriptions.filter(({ name, guess }) => guess.doubtful === true && roles.get(name) === guess.role);
}

/** These columns, each to be measured after all. */
export function DoubtfulWord() {
  const recipe = useRecipe();
  const shortName = useShortName();
  const { value: descriptions } = useDescription();
  const doubtful = doubtfulColumns(recipe, descriptions ?? []);
  if (doubtful.length === 0) return null;
  const [first, second] = doubtful.map(({ name }) => shortName(name, 16));
  const word =
    doubtful.length === 1
      ? first
      : doubtful.length === 2
        ? `${first} and ${second}`
        : count(doubtful.length, 'column');
  return (
    <>
      ; keep{' '}
      <Word
        settles="Columns of numbers that are kept out of the measures"
        panel={close => <DoubtfulPanel doubtful={doubtful} close={close} />}
      >
        {word} out of the measures
      </Word>
    </>
  );
}

function DoubtfulPanel({ doubtful, close }: { doubtful: readonly ColumnDescription[]; close: () => void }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const shortName = useShortName();
  const measure = (names: readonly string[]) => {
    edit(withMeasured(recipe, names), 'roles');
    if (names.length === doubtful.length) close();
  };
  return (
    <div className={form.form} style={{ width: 400, padding: 8 }}>
      <p className="soft small">
        They hold numbers, and do not look like measures. What is no measure enters no reduction.
      </p>
      <ul className={form.checks}>
        {doubtful.slice(0, MOST_LISTED).map(({ name, guess }, index) => (
          <li key={name}>
            <div className={form.line}>
              <strong>{shortName(name, 30)}</strong>
              <span className="soft">{guess.role}</span>
              <Button autoFocus={index === 0} onClick={() => measure([name])}>
                Measure it
              </Button>
            </div>
            <span className="soft small">{guess.reason}</span>
          </li>
        ))}
      </ul>
      {doubtful.length > 1 && (
        <Button onClick={() => measure(doubtful.map(({ name }) => name))}>
          Measure all {doubtful.length}
        </Button>
      )}
    </div>
  );
}
