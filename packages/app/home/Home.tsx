import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { Boundary } from '../frame/Boundary';
import { Suspense, useCallback, useEffect, useRef, useState, type DragEvent } from 'react';
import type { ProblemData } from '@wold/core/problem';
import { storageRefused } from '../storage/database';
import { storageProblem } from '../storage/storageProblem';
import { listStudies, sweepDeleted, type ListedStudy } from '../storage/studies';
import { RunningWork } from '../frame/RunningWork';
import { Wordmark } from '../frame/Wordmark';
import { hasApi } from '../engines/access';
import { later } from '../readings/later';
import { ProblemNote } from '../readings/Problem';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch, useAppSelector } from '../store/store';
import { ModeSwitch } from '../theme/ModeSwitch';
import type { Open, Pending } from '../recipes/opening';
import { useOpening } from '../recipes/useOpening';
import { warmUp } from '../workers/pool';
import { demoTables } from './demoTables';
import { StudyList } from './StudyList';
import styles from './Home.module.css';

const FromSource = later(async () => (await import('../engines/FromSource')).FromSource);

/** Where tables come in and studies are kept. */
export function Home() {
  const notice = useAppSelector(state => state.notice);
  const [studies, setStudies] = useState<readonly ListedStudy[] | null>(null);
  const { problem, open } = useOpening();
  const { take, pending, unfit, forget } = useTaking(open);
  const { over, target } = useDropped(take);

  const refresh = useCallback(async () => setStudies(await listStudies()), []);
  useEffect(() => {
    document.title = 'Wold';
    void sweepDeleted().then(refresh, refresh);
    warmUp();
  }, [refresh, notice]);

  usePasted(open, take);

  return (
    <div className={styles.home} {...target}>
      <header className={styles.head}>
        <Wordmark />
        <ModeSwitch />
      </header>
      <main className={styles.main}>
        <div className={styles.left}>
          <NothingKept />
          <h1>Find how many dimensions a wide table really has, and what they mean</h1>
          <FilePicker over={over} onFiles={files => void take(files)} />
          {pending !== null && (
            <p className={styles.pending} role="status">
              The recipe <strong>{pending.name}</strong> is at hand: drop or pick the table that it is for.{' '}
              <Button onClick={forget}>Put it away</Button>
            </p>
          )}
          {unfit !== null && <ProblemNote problem={unfit} />}
          {problem !== null && <ProblemNote problem={problem} />}
          <p className="soft small">
            {hasApi() ? 'A table dropped here' : 'The table'} stays in this browser. Nothing is sent anywhere.
          </p>
          {hasApi() && (
            <Suspense>
              <FromSource onOpen={open} />
            </Suspense>
          )}
          <h2>Made-up tables to try</h2>
          <Demos onOpen={open} />
        </div>
        <Boundary part="The list of studies" until={studies}>
          <StudyList studies={studies} onChanged={refresh} />
        </Boundary>
      </main>
      <footer className={styles.foot}>
        <RunningWork />
      </footer>
    </div>
  );
}

/** That nothing is kept, where that is so, and why. */
function NothingKept() {
  const refused = storageRefused();
  if (refused === null) return null;
  const { what, remedy } = storageProblem(refused);
  return (
    <ProblemNote
      problem={{ what: `nothing is kept when this page is closed: ${what}`, where: null, remedy }}
    />
  );
}

/** What pictures that are laid on each other are called together. */
const stackName = (files: readonly File[]): string =>
  `${files[0]!.name.replace(/\.[^.]+$/, '')} and ${files.length - 1} more`;

/** Opens files: a table, a recipe that waits for its table, or both at once. */
function useTaking(open: Open) {
  const dispatch = useAppDispatch();
  const [pending, setPending] = useState<Pending | null>(null);
  const [unfit, setUnfit] = useState<ProblemData | null>(null);
  async function take(files: readonly File[]): Promise<void> {
    setUnfit(null);
    // A zip may be a study that was taken out whole.
    const starts = await Promise.all(files.map(file => file.slice(0, 2).text()));
    if (starts.includes('PK')) {
      const { openStudies } = await import('../recipes/openStudies');
      const opened = await openStudies(files, open);
      if (opened !== null) {
        setUnfit(opened.unfit);
        if (opened.pending !== null) setPending(opened.pending);
        if (opened.told !== null) dispatch(noticed(opened.told));
        return;
      }
    }
    const [{ readRecipe }, { arePictures }] = await Promise.all([
      import('../recipes/readRecipe'),
      import('../scenes/arePictures'),
    ]);
    const read = await Promise.all(files.map(async file => ({ file, recipe: await readRecipe(file) })));
    const tables = read.filter(({ recipe }) => recipe === null).map(({ file }) => file);
    const found = read.flatMap(({ file, recipe }) =>
      recipe === null ? [] : [{ name: file.name, recipe }],
    )[0];
    const areBands = tables.length > 1 && (await arePictures(tables));
    if (tables.length > 1 && !areBands) {
      const text = `${tables.length} files were dropped; a study has one table. Drop one of them.`;
      dispatch(noticed({ kind: 'problem', text }));
      return;
    }
    let now = pending;
    if (found !== undefined) {
      const { name, recipe } = found;
      if ('what' in recipe) return setUnfit(recipe);
      now = { name, recipe };
    }
    const [table] = tables;
    setPending(now);
    if (areBands) {
      const { stackHeader } = await import('@wold/core/table/scene/stack');
      const stack = new Blob([stackHeader(tables), ...tables]);
      return open(stack, stackName(tables), undefined, undefined, now?.recipe);
    }
    if (table !== undefined) await open(table, table.name, undefined, undefined, now?.recipe);
  }
  return { take, pending, unfit, forget: () => setPending(null) };
}

/** Opens a file that is dropped on what has `target`'s handlers; `over` while one is held there. */
function useDropped(take: (files: readonly File[]) => Promise<void>) {
  const [over, setOver] = useState(false);
  const target = {
    onDragOver: (event: DragEvent) => {
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: () => setOver(false),
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      setOver(false);
      void take([...event.dataTransfer.files]);
    },
  };
  return { over, target };
}

/** Opens cells that are pasted. */
function usePasted(open: Open, take: (files: readonly File[]) => Promise<void>): void {
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      if (event.target instanceof HTMLInputElement) return;
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (text.trim() === '') return;
      event.preventDefault();
      // A recipe may be pasted too: it waits for its table.
      if (text.trimStart().startsWith('{')) void take([new File([text], 'Pasted recipe')]);
      else void open(new Blob([text]), 'Pasted table');
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [open, take]);
}

function FilePicker({ over, onFiles }: { over: boolean; onFiles: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Link
        component="button"
        type="button"
        className={styles.drop}
        data-over={over}
        onClick={() => input.current?.click()}
      >
        <strong>Drop a table here, or pick a file</strong>
        <span className="soft">
          CSV, TSV, XLSX, Parquet, Arrow or JSON, with a row for each case and a column for each measure; a
          matrix of correlations; a picture of many bands as GeoTIFF, PNG or JPEG; or a study that was taken
          out whole. Cells copied from a spreadsheet can be pasted here.
        </span>
      </Link>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Table file"
        multiple
        accept=".wold,.zip,.tif,.tiff,.png,.jpg,.jpeg,.csv,.tsv,.txt,.tab,.dat,.json,.parquet,.arrow,.feather,.xlsx,text/csv,text/tab-separated-values,text/plain,application/json"
        onChange={event => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}

function Demos({ onOpen }: { onOpen: Open }) {
  return (
    <ul className={styles.demos}>
      {demoTables.map(({ name, fileName, what, make, codebook }) => (
        <li key={name}>
          <Link
            component="button"
            type="button"
            onClick={() =>
              void Promise.all([make(), codebook?.()]).then(
                ([csv, told]) => onOpen(new Blob([csv]), fileName, name, told),
                // Stopped on its way: the page stays as it is.
                () => undefined,
              )
            }
          >
            <strong>{name}</strong>
            <span className="soft small">{what}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
