import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { problemData, type ProblemData } from '@wold/core/problem';
import type { SampleOf } from '@wold/core/table/sampleOf';
import { Word } from '../controls/Word';
import { ProblemNote } from '../readings/Problem';
import { useOpening } from '../recipes/useOpening';
import { useRecipe, useStudy } from '../store/useStudy';
import { SampleForm } from './SampleForm';
import { takeSample, type SampleChoice } from './sources';
import styles from './SourceDialog.module.css';

/** Which rows of the table in its engine are at hand, and a way to take others. */
export function SampleWord({ sample }: { readonly sample: SampleOf }) {
  const { rows, of, seed } = sample;
  return (
    <Word settles="Which rows are at hand" panel={() => <Panel sample={sample} />}>
      {rows.toLocaleString('en')} of {of.toLocaleString('en')} rows by seed {seed}
    </Word>
  );
}

/** Another sample is another study: what was found of this one stays. */
function Panel({ sample }: { readonly sample: SampleOf }) {
  const recipe = useRecipe();
  const { name } = useStudy();
  const { problem: unopened, open } = useOpening();
  const [choice, setChoice] = useState<SampleChoice>(sample);
  const [problem, setProblem] = useState<ProblemData | null>(null);
  const [taking, setTaking] = useState(false);
  const controller = useRef<AbortController | null>(null);
  const others = recipe.columns.filter(({ role }) => role !== 'measure');
  const keys = [
    ...new Set([
      ...others.map(({ name, heading }) => heading ?? name),
      ...(sample.key === null ? [] : [sample.key]),
    ]),
  ];
  async function take(): Promise<void> {
    const stop = new AbortController();
    controller.current = stop;
    setProblem(null);
    setTaking(true);
    try {
      const { rows, seed, key } = choice;
      const file = await takeSample(sample.source, sample.table, { rows, seed, key }, stop.signal);
      await open(file, sample.table, `${name}, seed ${seed}`, undefined, recipe);
    } catch (thrown) {
      if (!stop.signal.aborted) setProblem(problemData(thrown));
    } finally {
      setTaking(false);
    }
  }
  const found = problem ?? unopened;
  return (
    <div className={styles.again}>
      <p className="soft small">
        From {sample.table} in {sample.source}. The same number, seed and column draw the same rows; another
        sample opens as a study of its own, by this recipe, and tells how many rows the table has by now.
      </p>
      <SampleForm choice={choice} keys={keys} onChoice={setChoice} />
      {found !== null && <ProblemNote problem={found} />}
      <div>
        <Button variant="contained" disabled={taking} onClick={() => void take()}>
          Take this sample
        </Button>
        {taking && <Button onClick={() => controller.current?.abort()}>Stop</Button>}
      </div>
    </div>
  );
}
