import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { preparationOf } from '@wold/core/recipe/run';
import type { Reduction } from '@wold/core/recipe/schema';
import { count } from '../../charts/format';
import { Word } from '../../controls/Word';
import { useComponents } from '../../results/stages';
import { withReduction } from '../../store/studySlice';
import { useEdit, useRecipe } from '../../store/useStudy';
import { ScaleWord } from '../preparation/PreparationBrief';
import styles from './DimensionsBrief.module.css';

/** Principal components of the correlations of 20 measures, keep 3. */
export function DimensionsBrief({ reduction }: { reduction: Reduction }) {
  return (
    <>
      <ReductionWords reduction={reduction} />.
    </>
  );
}

/** The words that settle a reduction; other briefs of a reduction start with them too. */
export function ReductionWords({ reduction }: { reduction: Reduction }) {
  return (
    <>
      Principal components of the <ScaleWord asBasis /> of <MeasuresWord reduction={reduction} />, keep{' '}
      <KeepWord reduction={reduction} />
    </>
  );
}

function KeepWord({ reduction }: { reduction: Reduction }) {
  const { value } = useComponents(reduction);
  const byRule = reduction.keep === 'above-average';
  const kept = value?.kept ?? (byRule ? null : (reduction.keep as number));
  const word = byRule ? `${kept === null ? '' : `${kept}, `}those above average` : String(reduction.keep);
  return (
    <Word
      settles="How many dimensions to keep"
      panel={close => <KeepPanel reduction={reduction} kept={kept ?? 1} close={close} />}
    >
      {word}
    </Word>
  );
}

function KeepPanel({ reduction, kept, close }: { reduction: Reduction; kept: number; close: () => void }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useComponents(reduction);
  const most = value?.eigenvalues.length ?? 1;
  const [text, setText] = useState(String(kept));
  const number = Number(text);
  const fits = Number.isInteger(number) && number >= 1 && number <= most;
  const keep = (wanted: Reduction['keep']) => {
    edit(withReduction(recipe, reduction.id, { keep: wanted }), `keep ${reduction.id}`);
    close();
  };
  return (
    <div className={styles.keep}>
      <form
        onSubmit={event => {
          event.preventDefault();
          if (fits) keep(number);
        }}
      >
        <TextField
          label="dimensions"
          autoFocus
          fullWidth
          value={text}
          error={!fits}
          helperText={`A whole number from 1 to ${most}: the table has no more dimensions. Enter keeps it.`}
          onFocus={event => event.target.select()}
          onChange={event => setText(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
      </form>
      <button type="button" className="action" onClick={() => keep('above-average')}>
        As many as have an eigenvalue above the average
      </button>
      <p className="soft small">
        On unit variance the average is 1 (Kaiser 1960). Quick, and inclined to keep too many.
      </p>
    </div>
  );
}

function MeasuresWord({ reduction }: { reduction: Reduction }) {
  const recipe = useRecipe();
  const { measures } = preparationOf(recipe);
  const { value } = useComponents(reduction);
  const used =
    value?.measures.length ?? measures.filter(measure => !reduction.without.includes(measure)).length;
  return (
    <Word
      settles="Which measures are reduced"
      panel={() => <MeasuresPanel reduction={reduction} measures={measures} />}
    >
      {used === measures.length
        ? count(used, 'measure')
        : `${used.toLocaleString('en')} of ${count(measures.length, 'measure')}`}
    </Word>
  );
}

const MOST_LISTED = 200;

function MeasuresPanel({ reduction, measures }: { reduction: Reduction; measures: readonly string[] }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const [find, setFind] = useState('');
  const found = measures.filter(measure => measure.toLowerCase().includes(find.toLowerCase()));
  const setWithout = (without: string[]) =>
    edit(withReduction(recipe, reduction.id, { without }), `measures of ${reduction.id}`);
  return (
    <div className={styles.measures}>
      <TextField
        label="find a measure"
        value={find}
        autoFocus
        fullWidth
        onChange={event => setFind(event.target.value)}
      />
      <p className={styles.bulk}>
        <button
          type="button"
          className="action"
          onClick={() => setWithout(reduction.without.filter(measure => !found.includes(measure)))}
        >
          Take in {find ? 'those found' : 'all'}
        </button>
        <button
          type="button"
          className="action"
          onClick={() => setWithout([...new Set([...reduction.without, ...found])])}
        >
          Leave out {find ? 'those found' : 'all'}
        </button>
      </p>
      <ul>
        {found.slice(0, MOST_LISTED).map(measure => (
          <li key={measure}>
            <label>
              <input
                type="checkbox"
                checked={!reduction.without.includes(measure)}
                onChange={event =>
                  setWithout(
                    event.target.checked
                      ? reduction.without.filter(other => other !== measure)
                      : [...reduction.without, measure],
                  )
                }
              />
              {measure}
            </label>
          </li>
        ))}
      </ul>
      {found.length > MOST_LISTED && (
        <p className="soft small">and {found.length - MOST_LISTED} more; find narrows them</p>
      )}
      <p className="soft small">Left out of this reduction only; a role in Table is for the whole study.</p>
    </div>
  );
}
