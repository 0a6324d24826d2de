import Button from '@mui/material/Button';
import type { Recipe } from '@wold/core/recipe/schema';
import { withColumn } from '@wold/core/recipe/edit/columns';
import type { ColumnDescription } from '@wold/core/table/describe';
import { count } from '@wold/core/writeup/format';
import { Word } from '../../controls/Word';
import { useDescription } from '../../results/stages';
import { useEdit, useRecipe } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import form from '../../theme/form.module.css';
import { undecidedCodes } from './undecidedCodes';

const MOST_LISTED = 60;

/** Columns with numbers that may stand for missing entries, to be confirmed all at once or one by one. */
export function CodesWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value: descriptions } = useDescription();
  const undecided = undecidedCodes(recipe, descriptions ?? []);
  if (undecided.length === 0) return null;
  return (
    <>
      ;{' '}
      <Word
        settles="Numbers that may stand for missing entries"
        panel={close => (
          <CodesPanel
            undecided={undecided}
            onDecided={missing => {
              edit(decided(recipe, undecided, missing), 'missing codes');
              close();
            }}
          />
        )}
      >
        {count(undecided.length, 'column')} may hold missing codes
      </Word>
    </>
  );
}

function decided(recipe: Recipe, columns: readonly ColumnDescription[], missing: boolean): Recipe {
  return columns.reduce((changed, { name, codes }) => {
    const counted = codes.filter(code => missing || code.counted).map(({ text }) => text);
    return withColumn(changed, name, { missing: counted });
  }, recipe);
}

interface CodesPanelProps {
  readonly undecided: readonly ColumnDescription[];
  readonly onDecided: (missing: boolean) => void;
}

function CodesPanel({ undecided, onDecided }: CodesPanelProps) {
  const shortName = useShortName();
  return (
    <div className={form.form} style={{ padding: 8 }}>
      <p className="soft small">
        These numbers lie well apart from all others in their columns, as codes for “no answer” do.
      </p>
      <ul className={form.checks}>
        {undecided.slice(0, MOST_LISTED).map(({ name, codes }) => (
          <li key={name} className={form.line}>
            <strong>{shortName(name, 24)}</strong>
            {codes
              .filter(({ counted }) => !counted)
              .map(({ text, count: times }) => (
                <span key={text}>
                  {text} <span className="soft">{times} ×</span>
                </span>
              ))}
          </li>
        ))}
      </ul>
      <div className={form.line}>
        <Button autoFocus variant="outlined" onClick={() => onDecided(true)}>
          All are missing
        </Button>
        <Button onClick={() => onDecided(false)}>All are values</Button>
      </div>
      <p className="soft small">To decide on one, select its column: the lens has its codes.</p>
    </div>
  );
}
