import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { degreesOfFreedom, MOST_MEASURES, mostFactors } from '@wold/core/methods/factors/extract';
import type { KeepFactors } from '@wold/core/methods/factors/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { preparationOf, withoutOf } from '@wold/core/recipe/requests';
import { Word } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useFactors, type FactorReduction } from '../results';
import styles from './KeepWord.module.css';

/** How many factors are kept. */
export function KeepWord({ reduction }: { reduction: FactorReduction }) {
  const { value } = useFactors(reduction);
  const { keep } = reduction.settings;
  const kept = value?.rotated.pattern.columns ?? (typeof keep === 'number' ? keep : null);
  const word =
    keep === 'parallel' ? `${kept === null ? '' : `${kept}, `}those above random data` : String(keep);
  return (
    <>
      <Word
        settles="How many factors to keep"
        panel={close => <KeepPanel reduction={reduction} kept={kept ?? 1} close={close} />}
      >
        {word}
      </Word>
      <TooMany reduction={reduction} />
    </>
  );
}

/** How many factors the measures that are taken in can tell apart. */
export function useMostFactors(reduction: FactorReduction): number {
  const recipe = useRecipe();
  const measures = preparationOf(recipe).measures.length - withoutOf(recipe, reduction).length;
  return mostFactors(measures);
}

/** What keeps them from being found, before they are looked for. */
function TooMany({ reduction }: { reduction: FactorReduction }) {
  const most = useMostFactors(reduction);
  const recipe = useRecipe();
  const measures = preparationOf(recipe).measures.length - withoutOf(recipe, reduction).length;
  const { keep } = reduction.settings;
  if (measures > MOST_MEASURES) return <strong> (of {MOST_MEASURES} measures at most)</strong>;
  if (most === 0) return <strong> (three measures at least)</strong>;
  if (typeof keep !== 'number' || keep <= most) return null;
  return <strong> (at most {most}: more have no degrees of freedom)</strong>;
}

interface KeepPanelProps {
  readonly reduction: FactorReduction;
  readonly kept: number;
  readonly close: () => void;
}

function KeepPanel({ reduction, kept, close }: KeepPanelProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const most = Math.max(1, useMostFactors(reduction));
  const [text, setText] = useState(String(kept));
  const number = Number(text);
  const fits = Number.isInteger(number) && number >= 1 && number <= most;
  const keep = (wanted: KeepFactors) => {
    edit(withSettings(recipe, reduction, { keep: wanted }), `keep ${reduction.id}`);
    close();
  };
  const measures = preparationOf(recipe).measures.length - withoutOf(recipe, reduction).length;
  return (
    <div className={styles.keep}>
      <form
        onSubmit={event => {
          event.preventDefault();
          if (fits) keep(number);
        }}
      >
        <TextField
          label="factors"
          autoFocus
          fullWidth
          value={text}
          error={!fits}
          helperText={`A whole number from 1 to ${most}: ${measures} measures tell no more apart${fits ? ` (df ${degreesOfFreedom(measures, number)})` : ''}. Enter keeps it.`}
          onFocus={event => event.target.select()}
          onChange={event => setText(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
      </form>
      <Button onClick={() => keep('parallel')}>As many as stand above random data</Button>
      <p className="soft small">
        Parallel analysis of common factors (Humphreys and Montanelli 1975), set beneath the votes of question
        4. It needs the number of rows.
      </p>
    </div>
  );
}
