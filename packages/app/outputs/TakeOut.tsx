import Popover from '@mui/material/Popover';
import { useState } from 'react';
import { keptOf } from '@wold/core/recipe/run';
import { writeRecipe, type Recipe } from '@wold/core/recipe/schema';
import { givenName } from '@wold/core/writeup/dimensionName';
import { fileStem, fileStems, reductionFiles, type OutputFile } from '@wold/core/writeup/files';
import { count } from '../charts/format';
import { useAccount, useComponents } from '../results/stages';
import { useTable } from '../store/TableContext';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { withScoreColumns } from '../store/studySlice';
import { useEdit, useHand, useStudy } from '../store/useStudy';
import { figuresOn } from '../workers/pool';
import { saveText } from './save';
import styles from './TakeOut.module.css';

const WHAT: readonly (readonly [string, string, string])[] = [
  ['scores', 'Scores', 'the original columns, every row, and each dimension’s scores'],
  ['loadings', 'Loadings', 'each measure’s loadings, and what is held of it'],
  ['coefficients', 'Coefficients', 'what places a new row: means, sds and coefficients'],
  ['eigenvalues', 'Eigenvalues', 'every dimension’s eigenvalue and share'],
];

/** Gives the files of the reduction in hand, and the recipe of the study. */
export function TakeOut() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <button
        type="button"
        className={styles.button}
        aria-haspopup="dialog"
        onClick={event => setAnchor(event.currentTarget)}
      >
        Take out
      </button>
      {anchor !== null && (
        <Popover
          open
          anchorEl={anchor}
          onClose={() => setAnchor(null)}
          anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
          transformOrigin={{ vertical: 'top', horizontal: 'right' }}
          slotProps={{ paper: { role: 'dialog', 'aria-label': 'Take out', sx: { mt: 0.5 } } }}
        >
          <Files close={() => setAnchor(null)} />
        </Popover>
      )}
    </>
  );
}

function Files({ close }: { close: () => void }) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { recipe, name } = useStudy();
  const hand = useHand();
  const table = useTable();
  const account = useAccount();
  const components = useComponents(hand);
  const ready = account.value !== null && components.value !== null && !account.stale && !components.stale;

  function putIn(frozen: boolean): void {
    const { kept } = components.value!;
    const names = Array.from(
      { length: kept },
      (_, d) => givenName(hand.names, d + 1) ?? `${hand.name} ${d + 1}`,
    );
    const request = frozen ? keptOf(recipe, hand) : null;
    edit(withScoreColumns(recipe, hand, names, request as Recipe['scores'][number]['frozen']), 'scores');
    dispatch(
      noticed({
        kind: 'done',
        text: `${count(kept, 'column')} of scores put at the table’s end: ${names.join(', ')}.`,
      }),
    );
    close();
  }

  function fileOf(kind: string): OutputFile | undefined {
    if (account.value === null || components.value === null) return undefined;
    const stems = fileStems(recipe.reductions.map(reduction => reduction.name));
    const output = {
      table,
      stem: stems[recipe.reductions.findIndex(({ id }) => id === hand.id)]!,
      names: hand.names,
      account: account.value,
      components: components.value,
    };
    return reductionFiles(output).find(file => file.kind === kind);
  }

  async function takeFigures(): Promise<void> {
    const outcome = await figuresOn(table, recipe, 'gathering all figures').outcome;
    if (outcome === 'stopped') return;
    if ('problem' in outcome) {
      dispatch(noticed({ kind: 'problem', text: `${outcome.problem.what} ${outcome.problem.remedy}` }));
    } else saveText(`${fileStem(name)}-figures.json`, outcome.value, 'application/json');
  }

  return (
    <div className={styles.files}>
      <p className="soft small">
        {ready
          ? `CSV files of ${hand.name}, in full digits`
          : 'Its files are there as soon as the reduction is.'}
      </p>
      {WHAT.map(([kind, title, what]) => (
        <button
          key={kind}
          type="button"
          disabled={!ready}
          onClick={() => {
            const file = fileOf(kind);
            if (file !== undefined) saveText(file.name, file.text, 'text/csv');
          }}
        >
          <strong>{title}</strong>
          <span className="soft small">{what}</span>
        </button>
      ))}
      {table.matrix === null && (
        <>
          <p className="soft small">
            Its scores into the table, as columns that colour, filter and can be reduced again
          </p>
          <button type="button" disabled={!ready} onClick={() => putIn(false)}>
            <strong>In step</strong>
            <span className="soft small">they follow the reduction when it changes</span>
          </button>
          <button type="button" disabled={!ready} onClick={() => putIn(true)}>
            <strong>Frozen</strong>
            <span className="soft small">they stay as they are now, whatever becomes of it</span>
          </button>
        </>
      )}
      <p className="soft small">The whole study</p>
      <button type="button" onClick={() => void takeFigures()}>
        <strong>All figures</strong>
        <span className="soft small">every figure of every question and reduction, as JSON for machines</span>
      </button>
      <button
        type="button"
        onClick={() => saveText(`${fileStem(name)}-recipe.json`, writeRecipe(recipe), 'application/json')}
      >
        <strong>Recipe</strong>
        <span className="soft small">all that was decided, as JSON; runs again on this table or another</span>
      </button>
    </div>
  );
}
