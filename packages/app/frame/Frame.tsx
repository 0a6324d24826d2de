import Link from '@mui/material/Link';
import { Suspense, useEffect, useState, type DragEvent, type ReactNode } from 'react';
import { problemText } from '@wold/core/problem';
import { useNavigate } from 'react-router';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import { ApplyRecipe } from '../recipes/ApplyRecipe';
import { readRecipe } from '../recipes/readRecipe';
import { putTablesAway, tablesSentTo } from '../recipes/tablesOnTheWay';
import { inBrowser } from '../storage/remembered';
import { noticed } from '../store/noticeSlice';
import { extentAt } from '../engines/extentAt';
import { ExtentMark } from '../engines/ExtentMark';
import { BESIDE_PACE, PaceContext } from '../results/pace';
import { useWholeColumns } from '../results/stages';
import { LensPanel } from '../lens/LensPanel';
import { readingOf } from '../readings/readings';
import { wordsOf } from '../methods/words';
import { QUESTIONS, type Question } from '../readings/questions';
import { tookInHand, lookedAt } from '../store/studySlice';
import { useUndo } from '../store/useUndo';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../store/store';
import { useEdit, useHand, useRecipe, useSelection, useStudy } from '../store/useStudy';
import { sceneOf } from '@wold/core/table/table';
import { arePictures } from '../scenes/arePictures';
import { componentsOf } from '../scenes/componentsOf';
import { useTable } from '../store/TableContext';
import { useShownView } from '../store/useView';
import { later, loadAll } from '../readings/later';
import { Boundary } from './Boundary';
import { BriefBar } from './BriefBar';
import { FindDialog, type Action } from './FindDialog';
import { KeysDialog } from './KeysDialog';
import { Rail } from './Rail';
import { Shelf } from './Shelf';
import { useKeys, type KeyActions } from './useKeys';
import styles from './Frame.module.css';

/** In milliseconds: the question in sight comes before the code of the others. */
const LOAD_AFTER = 500;

/** The screen of an open study: rail, brief, reading, lens and shelf. */
export function Frame({ question }: { question: Question }) {
  const navigate = useNavigate();
  const study = useStudy();
  const hand = useHand();
  const [lens, setLens] = useKept('wold.lens', true);
  const [shelf, setShelf] = useKept('wold.shelf', true);
  const [keys, setKeys] = useState(false);
  const [finding, setFinding] = useState(false);
  const { target, applying } = useDropped();
  const { Brief, Aside } = readingOf(question.route, hand.settings.method);

  useArrival(question, study.name);
  const [adding, setAdding] = useState(false);
  const keyActions = useFrameActions({
    lens: () => setLens(!lens),
    shelf: () => setShelf(!shelf),
    find: () => setFinding(true),
    help: () => setKeys(true),
    newReduction: () => {
      setShelf(true);
      setAdding(true);
    },
  });
  useKeys(keyActions);
  const actions = [
    ...actionsOf(keyActions, () => void navigate('/')),
    ...useMethodActions(),
    ...useSentenceWords(question),
  ];

  // A fault is over with another question, another reduction or another recipe.
  const until = `${question.route} ${hand.id} ${study.changed} ${study.past.length}`;
  const beside = useBesides(question);
  return (
    <div className={styles.frame} data-lens={lens} data-shelf={shelf} {...target}>
      <a className={styles.skip} href="#reading">
        Skip to the reading
      </a>
      <Boundary part="The list of questions" until={until}>
        <PaceContext value={BESIDE_PACE}>
          <Rail current={question.route} />
        </PaceContext>
      </Boundary>
      <BriefBar onKeys={() => setKeys(true)}>
        <Boundary part="This brief" until={until}>
          <PaceContext value={BESIDE_PACE}>
            <QuestionExtent question={question} reduction={hand} />
            <Brief reduction={hand} />
          </PaceContext>
        </Boundary>
      </BriefBar>
      <main id="reading" className={styles.reading} tabIndex={-1} aria-label={question.question}>
        <h1 className="unseen">{question.question}</h1>
        <div className={styles.panes} data-panes={1 + beside.length}>
          <Pane question={question} reduction={hand} titled={beside.length > 0} until={until} />
          {beside.map(reduction => (
            <Pane key={reduction.id} question={question} reduction={reduction} titled until={until} />
          ))}
        </div>
      </main>
      <PaceContext value={BESIDE_PACE}>
        <Lens open={lens} onToggle={() => setLens(!lens)}>
          {Aside && (
            <Suspense>
              <Aside reduction={hand} />
            </Suspense>
          )}
        </Lens>
        <Boundary part="The shelf" until={until}>
          <Shelf open={shelf} onToggle={() => setShelf(!shelf)} adding={adding} onAdding={setAdding} />
        </Boundary>
      </PaceContext>
      <Boundary part="This dialog" until={until}>
        {finding && <FindDialog actions={actions} onClose={() => setFinding(false)} />}
        {applying}
        {keys && <KeysDialog onClose={() => setKeys(false)} />}
      </Boundary>
    </div>
  );
}

const ScenesDialog = later(async () => (await import('../scenes/ScenesDialog')).ScenesDialog);
const SeveralTables = later(async () => (await import('../recipes/SeveralTables')).SeveralTables);

/** What stands beside the reduction in hand: several maps, and of the other readings the last. */
function useBesides({ of, route }: Question): readonly Reduction[] {
  const { recipe, beside } = useStudy();
  if (of !== 'reduction') return [];
  const found = beside.flatMap(id => recipe.reductions.find(reduction => reduction.id === id) ?? []);
  return route === 'map' ? found : found.slice(-1);
}

/** Takes a recipe that is dropped on the study, or other scenes where it is of one. */
function useDropped() {
  const dispatch = useAppDispatch();
  const [dropped, setDropped] = useState<{ readonly name: string; readonly recipe: Recipe } | null>(null);
  const table = useTable();
  const hand = useHand();
  const [scenes, setScenes] = useState<readonly File[]>([]);
  const { id } = useStudy();
  const [tables, setTables] = useState(() => tablesSentTo(id));
  async function take(files: readonly File[]): Promise<void> {
    const [file] = files;
    if (file === undefined) return;
    if (sceneOf(table) !== null && componentsOf(hand) !== null && (await arePictures(files))) {
      return setScenes(files);
    }
    const recipe = await readRecipe(file);
    if (recipe !== null && !('what' in recipe)) return setDropped({ name: file.name, recipe });
    if (files.length > 1) return setTables(files);
    const text =
      recipe === null
        ? `“${file.name}” is no recipe. A table makes a study of its own: drop it on the start page; several, dropped here, are run by this study’s recipe.`
        : problemText(recipe);
    dispatch(noticed({ kind: 'problem', text }));
  }
  function close(): void {
    putTablesAway();
    setTables([]);
  }
  const target = {
    onDragOver: (event: DragEvent) => event.preventDefault(),
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      void take([...event.dataTransfer.files]);
    },
  };
  const applying =
    scenes.length > 0 && componentsOf(hand) !== null ? (
      <Suspense>
        <ScenesDialog reduction={componentsOf(hand)!} files={scenes} onClose={() => setScenes([])} />
      </Suspense>
    ) : tables.length > 0 ? (
      <Suspense>
        <SeveralTables files={tables} onClose={close} />
      </Suspense>
    ) : (
      dropped && <ApplyRecipe {...dropped} onClose={() => setDropped(null)} />
    );
  return { target, applying };
}

/** Of which rows the figures in sight are, where the rows at hand are a sample. */
function QuestionExtent({ question: { route }, reduction }: { question: Question; reduction: Reduction }) {
  const table = useTable();
  const recipe = useRecipe();
  const view = useShownView(route, route === 'map' ? 'map' : 'view');
  const extent = extentAt(route, view, recipe, table, reduction);
  // Until the engine has told of its columns, those of the sample are shown.
  const { value: columns } = useWholeColumns();
  const isNotTold = route === 'table' && extent === 'whole' && columns === null;
  return <ExtentMark of={isNotTold ? 'sample' : extent} />;
}

/** Tells the study and the window which question is looked at; the code of the others follows. */
function useArrival(question: Question, studyName: string): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const loading = setTimeout(loadAll, LOAD_AFTER);
    return () => clearTimeout(loading);
  }, []);
  useEffect(() => {
    dispatch(lookedAt(question.route));
    document.title = `${question.question} · ${studyName} · Wold`;
  }, [dispatch, question, studyName]);
}

interface PaneProps {
  readonly question: Question;
  readonly reduction: Reduction;
  /** Whether its name stands above it. */
  readonly titled: boolean;
  /** A fault is over when this changes. */
  readonly until: string;
}

/** The reading of a question for one reduction. */
function Pane({ question, reduction, titled, until }: PaneProps) {
  const { Reading } = readingOf(question.route, reduction.settings.method);
  return (
    <section className={styles.pane} aria-label={reduction.name}>
      {titled && <h2 className={styles.paneName}>{reduction.name}</h2>}
      <Boundary part="This reading" until={until}>
        <Suspense>
          <Reading reduction={reduction} key={reduction.id} />
        </Suspense>
      </Boundary>
    </section>
  );
}

/** What keys and the list of actions do to the study, beside what the frame does itself. */
function useFrameActions(
  own: Pick<KeyActions, 'lens' | 'shelf' | 'find' | 'help' | 'newReduction'>,
): KeyActions {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const study = useStudy();
  const hand = useHand();

  function step(by: number): void {
    const ids = study.recipe.reductions.map(reduction => reduction.id);
    const next = ids[(ids.indexOf(hand.id) + by + ids.length) % ids.length]!;
    dispatch(tookInHand(next));
  }

  return {
    ...own,
    // Work goes on in the reading, and so does the keyboard.
    question: route => {
      void navigate(`/study/${study.id}/${route}`);
      document.getElementById('reading')?.focus({ preventScroll: true });
    },
    ...useUndo(),
    previousReduction: () => step(-1),
    nextReduction: () => step(1),
    colour: () => {
      void navigate(`/study/${study.id}/map`, { state: { opens: 'What colours the rows' } });
    },
  };
}

interface LensProps {
  readonly open: boolean;
  readonly onToggle: () => void;
  /** What the question puts above what is selected. */
  readonly children: ReactNode;
}

function Lens({ open, onToggle, children }: LensProps) {
  const selection = useSelection();
  return (
    <aside className={styles.lens} aria-label="Lens">
      <Link
        component="button"
        type="button"
        className={styles.fold}
        aria-expanded={open}
        aria-label={open ? 'Fold the lens away' : 'Open the lens'}
        onClick={onToggle}
      >
        {open ? '›' : '‹'}
      </Link>
      {open && (
        <div className={styles.lensBody}>
          <Boundary part="The lens" until={selection}>
            {children}
            <LensPanel />
          </Boundary>
        </div>
      )}
    </aside>
  );
}

/** What can be found and done from anywhere. */
function actionsOf(keys: KeyActions, toStart: () => void): Action[] {
  return [
    ...QUESTIONS.map(({ question: name, route }) => ({ name, run: () => keys.question(route) })),
    { name: 'Undo', run: keys.undo },
    { name: 'Redo', run: keys.redo },
    { name: 'New reduction', run: keys.newReduction },
    { name: 'Choose the colour of the map', run: keys.colour },
    { name: 'Lens: open or fold away', run: keys.lens },
    { name: 'Shelf: open or fold away', run: keys.shelf },
    { name: 'All keys', run: keys.help },
    { name: 'To the start page', run: toStart },
  ];
}

/** What the method in hand can be told by name: its rotations, say. */
function useMethodActions(): Action[] {
  const recipe = useRecipe();
  const hand = useHand();
  const edit = useEdit();
  const navigate = useNavigate();
  const { id } = useStudy();
  return wordsOf(hand.settings.method).actions.map(({ name, question, change }) => ({
    name,
    run: () => {
      edit(withSettings(recipe, hand, change), `${name} ${hand.id}`);
      void navigate(`/study/${id}/${question}`);
    },
  }));
}

/** The words of the other questions' sentences, each of which opens. */
function useSentenceWords(inSight: Question): Action[] {
  const navigate = useNavigate();
  const { id } = useStudy();
  const { settings } = useHand();
  return QUESTIONS.filter(({ route }) => route !== inSight.route).flatMap(({ question, route }) =>
    readingOf(route, settings.method).words.map(settles => ({
      name: settles,
      what: `in the sentence of “${question}”`,
      run: () => void navigate(`/study/${id}/${route}`, { state: { opens: settles } }),
    })),
  );
}

/** A yes or no that this browser remembers. */
function useKept(name: string, initial: boolean): [boolean, (value: boolean) => void] {
  const [value, setValue] = useState(() => (inBrowser.get(name) ?? String(initial)) === 'true');
  return [
    value,
    next => {
      inBrowser.keep(name, String(next));
      setValue(next);
    },
  ];
}
