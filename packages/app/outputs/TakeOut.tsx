import Link from '@mui/material/Link';
import Popover from '@mui/material/Popover';
import { Suspense, useState } from 'react';
import { Problem, problemData, problemText } from '@wold/core/problem';
import { outputOf } from '@wold/core/recipe/outputOf';
import { askOf, preparationFor, reducedBy } from '@wold/core/recipe/requests';
import { writeRecipe } from '@wold/core/recipe/writeRecipe';
import { editedReport } from '@wold/core/report/edited';
import type { AlsoAsked } from '@wold/core/methods/work';
import type { Request } from '@wold/core/recipe/stages';
import { hasCases, sampleOf, sceneOf, type Table } from '@wold/core/table/table';
import type { Recipe } from '@wold/core/recipe/schema';
import type { AlsoInside } from '@wold/core/recipe/studyFile';
import { givenName } from '@wold/core/writeup/dimensionName';
import { fileStem, fileStems } from '@wold/core/writeup/fileStem';
import type { MethodWords } from '../methods/method';
import { wordsOf } from '../methods/words';
import { count } from '@wold/core/writeup/format';
import { useAccountOf, useNaming, usePlacement, useReduced } from '../results/stages';
import { useTable } from '../store/TableContext';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { withScoreColumns } from '@wold/core/recipe/edit/scores';
import { useEdit, useHand, useRecipe, useStudy } from '../store/useStudy';
import { later } from '../readings/later';
import { computeOn, figuresOn, reportOn, type Ticket } from '../workers/pool';
import { ScenePictures } from './ScenePictures';
import { copyText, NOT_COPIED } from './copy';
import { saveText } from './save';
import { recipeText, takeOutStudy } from './wholeStudy';
import styles from './TakeOut.module.css';

const ScoresBack = later(async () => (await import('../engines/ScoresBack')).ScoresBack);

const SCORES: MethodWords['files'][number] = {
  ofRows: true,
  kind: 'scores',
  title: 'Scores',
  what: 'the original columns, every row, and each dimension’s scores',
};

/** Gives the files of the reduction in hand, and the recipe of the study. */
export function TakeOut() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Link
        component="button"
        type="button"
        className={styles.button}
        aria-haspopup="dialog"
        onClick={event => setAnchor(event.currentTarget)}
      >
        Take out
      </Link>
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
  const recipe = useRecipe();
  const hand = useHand();
  const table = useTable();
  const account = useAccountOf(hand);
  const result = useReduced(hand);
  const { method } = hand.settings;
  const ready = account.value !== null && result.value !== null && !account.stale && !result.stale;

  async function takeFile(kind: string, title: string): Promise<void> {
    if (account.value === null || result.value === null) return;
    const stems = fileStems(recipe.reductions.map(reduction => reduction.name));
    const stem = stems[recipe.reductions.findIndex(({ id }) => id === hand.id)]!;
    const { alsoFor, extensionOf, reductionFile } = await import('@wold/core/methods/files');
    const output = outputOf(recipe, hand, { table, account: account.value, result: result.value });
    const { settings } = hand;
    const asked = { settings, ask: askOf(recipe, hand), preparation: preparationFor(recipe, hand) };
    const also = alsoFor(method, kind, asked, result.value);
    const found = also === null ? null : await resultOrNull(table, also, title);
    if (found === 'stopped') return;
    const extension = extensionOf(method, kind);
    const text = reductionFile(method, kind, output, found);
    saveText(`${stem}-${kind}.${extension}`, text, TYPES[extension]);
  }

  return (
    <div className={styles.files}>
      <p className="soft small">
        {ready
          ? `Files of ${hand.name}, tables in full digits`
          : 'Its files are there as soon as the reduction is.'}
      </p>
      {[SCORES, ...wordsOf(method).files]
        .filter(({ ofRows }) => hasCases(table) || ofRows !== true)
        .map(({ kind, title, what }) => (
          <Link
            key={kind}
            component="button"
            type="button"
            disabled={!ready}
            onClick={() => void takeFile(kind, title)}
          >
            <strong>{title}</strong>
            <span className="soft small">{what}</span>
          </Link>
        ))}
      {sceneOf(table) !== null && ready && (
        <ScenePictures reduction={hand} account={account.value!} result={result.value!} />
      )}
      {hasCases(table) && <ScoresIn ready={ready} onDone={close} />}
      {sampleOf(table) !== null && (
        <Suspense>
          <ScoresBack reduction={hand} ready={ready} />
        </Suspense>
      )}
      <WholeStudy />
    </div>
  );
}

const TYPES = { csv: 'text/csv', md: 'text/markdown', html: 'text/html' } as const;

/** One more result of the study; null where it cannot be had. */
async function resultOrNull(table: Table, { stage, ask }: AlsoAsked, title: string): Promise<unknown> {
  const request = { ...(ask as object), stage: stage.name } as Request;
  const end = await computeOn(table, request, `gathering ${title.toLowerCase()}`).end;
  if (end === 'stopped') return end;
  return 'value' in end ? end.value : null;
}

/** Puts the scores of the reduction in hand into the table. */
function ScoresIn({ ready, onDone }: { ready: boolean; onDone: () => void }) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const recipe = useRecipe();
  const hand = useHand();
  const { value: placement } = usePlacement(hand);
  const { names: named } = useNaming(hand);
  const { value: result } = useReduced(hand);
  const worth = result === null ? '' : wordsOf(hand.settings.method).scores?.(result as never);

  function putIn(frozen: boolean): void {
    const kept = placement!.at.columns;
    const names = Array.from({ length: kept }, (_, d) => givenName(named, d + 1) ?? `${hand.name} ${d + 1}`);
    const asked = frozen ? reducedBy(recipe, hand) : null;
    const frozenAs = asked as Recipe['scores'][number]['frozen'];
    edit(withScoreColumns(recipe, hand, names, frozenAs, placement!.structure), 'scores');
    dispatch(
      noticed({
        kind: 'done',
        text: `${count(kept, 'column')} of scores put at the table’s end: ${names.join(', ')}.`,
      }),
    );
    onDone();
  }

  return (
    <>
      <p className="soft small">
        Its scores into the table, as columns that colour, filter and can be reduced again. {worth}
      </p>
      <Link component="button" type="button" disabled={!ready} onClick={() => putIn(false)}>
        <strong>In step</strong>
        <span className="soft small">they follow the reduction when it changes</span>
      </Link>
      <Link component="button" type="button" disabled={!ready} onClick={() => putIn(true)}>
        <strong>Frozen</strong>
        <span className="soft small">they stay as they are now, whatever becomes of it</span>
      </Link>
    </>
  );
}

/** Every figure and the report, as files to go with a study; null where that was stopped. @throws Problem where one cannot be had */
async function resultsOf(table: Table, recipe: Recipe): Promise<AlsoInside | null> {
  const figures = await had(figuresOn(table, recipe, 'gathering all figures'));
  const report = figures === null ? null : await had(reportOn(table, recipe, false));
  if (figures === null || report === null) return null;
  const { reportHtml } = await import('@wold/core/report/html');
  return [
    { name: 'results/figures.json', text: figures },
    { name: 'results/report.html', text: reportHtml(editedReport(report, recipe.writeup)) },
  ];
}

/** What comes of work; null where it was stopped. @throws Problem where there is nothing to be had */
async function had<Out>({ end }: Ticket<Out>): Promise<Out | null> {
  const found = await end;
  if (found === 'stopped') return null;
  if ('value' in found) return found.value;
  const { what, remedy, where } = found.problem;
  throw new Problem(what, remedy, where);
}

/** All figures and the recipe. */
function WholeStudy() {
  const dispatch = useAppDispatch();
  const study = useStudy();
  const { recipe, name } = study;
  const table = useTable();

  const told = async (taken: Promise<void>): Promise<void> => {
    try {
      await taken;
    } catch (thrown) {
      dispatch(noticed({ kind: 'problem', text: problemText(problemData(thrown)) }));
    }
  };

  async function takeWhole(withResults: boolean): Promise<void> {
    const also = withResults ? await resultsOf(table, recipe) : [];
    if (also !== null) await takeOutStudy(study, also);
  }

  async function copyRecipe(): Promise<void> {
    const copied = await copyText(await recipeText(recipe));
    const text = 'The recipe is copied: paste it on the start page of any Wold, and open a table with it.';
    dispatch(noticed(copied ? { kind: 'done', text } : { kind: 'problem', text: NOT_COPIED }));
  }

  async function takeFigures(): Promise<void> {
    const figures = await had(figuresOn(table, recipe, 'gathering all figures'));
    if (figures !== null) saveText(`${fileStem(name)}-figures.json`, figures, 'application/json');
  }

  return (
    <>
      <p className="soft small">The whole study</p>
      <Link component="button" type="button" onClick={() => void told(takeWhole(false))}>
        <strong>The study as one file</strong>
        <span className="soft small">
          table, recipe, codebook and write-up in one .wold file that opens whole in any Wold
        </span>
      </Link>
      <Link component="button" type="button" onClick={() => void told(takeWhole(true))}>
        <strong>The same with its results inside</strong>
        <span className="soft small">
          and every figure as JSON and the report as a page, for who has no Wold
        </span>
      </Link>
      <Link component="button" type="button" onClick={() => void told(takeFigures())}>
        <strong>All figures</strong>
        <span className="soft small">every figure of every question and reduction, as JSON for machines</span>
      </Link>
      <Link
        component="button"
        type="button"
        onClick={() => saveText(`${fileStem(name)}-recipe.json`, writeRecipe(recipe), 'application/json')}
      >
        <strong>Recipe</strong>
        <span className="soft small">all that was decided, as JSON; runs again on this table or another</span>
      </Link>
      <Link component="button" type="button" onClick={() => void copyRecipe()}>
        <strong>Copy the recipe as text</strong>
        <span className="soft small">to be pasted into a message, and from there onto a start page</span>
      </Link>
    </>
  );
}
