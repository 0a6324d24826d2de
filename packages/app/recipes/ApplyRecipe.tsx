import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useEffect, useMemo, useState } from 'react';
import { problemData, type ProblemData } from '@wold/core/problem';
import { fitRecipe } from '@wold/core/recipe/fitRecipe';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Table } from '@wold/core/table/table';
import { count } from '@wold/core/writeup/format';
import { ProblemNote } from '../readings/Problem';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { useEdit, useRecipe, useStudy } from '../store/useStudy';
import form from '../theme/form.module.css';
import { tableOf } from '../workers/tablesAtHand';

interface ApplyRecipeProps {
  readonly name: string;
  readonly recipe: Recipe;
  readonly onClose: () => void;
}

/** A recipe on the open study: what of it fits the table, before it takes the place of the one there is. */
export function ApplyRecipe({ name, recipe, onClose }: ApplyRecipeProps) {
  const { fileKey } = useStudy();
  const { reading } = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const [source, setSource] = useState<Table | ProblemData | null>(null);
  useEffect(() => {
    let current = true;
    void tableOf(fileKey, reading).then(table => current && setSource(table));
    return () => {
      current = false;
    };
  }, [fileKey, reading]);
  const fit = useMemo(
    () => (source === null ? null : 'what' in source ? source : fitted({ ...recipe, reading }, source)),
    [source, recipe, reading],
  );
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="apply-title">
      <div className={form.form} style={{ padding: 20 }}>
        <h2 id="apply-title">Apply “{name}” to this study?</h2>
        {fit === null ? (
          <p className="soft">Holding it against the table …</p>
        ) : 'what' in fit ? (
          <ProblemNote problem={fit} />
        ) : (
          <Fit recipe={recipe} fitted={fit} fileKey={fileKey} />
        )}
        <div className={form.line}>
          <Button
            variant="contained"
            autoFocus
            disabled={fit === null || 'what' in fit}
            onClick={() => {
              if (fit === null || 'what' in fit) return;
              edit(fit, 'recipe');
              dispatch(noticed({ kind: 'done', text: `“${name}” is applied. Undo leads back.` }));
              onClose();
            }}
          >
            Apply
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </div>
    </Dialog>
  );
}

/** What of the recipe the table has, and what the recipe does not know. */
interface FitProps {
  readonly recipe: Recipe;
  readonly fitted: Recipe;
  /** Of the study's table. */
  readonly fileKey: string;
}

function Fit({ recipe, fitted: fit, fileKey }: FitProps) {
  const { of, rows } = recipe.preparation.rowsAside;
  const marked = recipe.made.filter(({ how }) => how.kind === 'marked' && how.of !== fileKey).length;
  const known = new Set(recipe.columns.map(({ name }) => name));
  const unknown = fit.columns.filter(({ name }) => !known.has(name)).map(({ name }) => name);
  const measures = fit.columns.filter(({ role }) => role === 'measure').length;
  return (
    <ul className="small" style={{ paddingLeft: 18 }}>
      <li>
        {count(measures, 'measure')} and {count(fit.reductions.length, 'reduction')} (
        {fit.reductions.map(({ name }) => name).join(', ')}) are found.
      </li>
      {unknown.length > 0 && (
        <li>
          {count(unknown.length, 'column')} that it does not know {unknown.length === 1 ? 'is' : 'are'} set
          aside: {unknown.slice(0, 6).join(', ')}
          {unknown.length > 6 && ` and ${unknown.length - 6} more`}.
        </li>
      )}
      {of !== fileKey && rows.length > 0 && (
        <li>{count(rows.length, 'row')} set aside by hand are those of another file: here none is.</li>
      )}
      {marked > 0 && (
        <li>{count(marked, 'label')} of marked rows belong to another file, and are empty here.</li>
      )}
      <li>It takes the place of all that was decided here; undo leads back.</li>
    </ul>
  );
}

function fitted(recipe: Recipe, table: Table): Recipe | ProblemData {
  try {
    return fitRecipe(recipe, table);
  } catch (thrown) {
    return problemData(thrown);
  }
}
