import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { LONGEST_REASON } from '@wold/core/limits';
import type { Factors } from '@wold/core/methods/factors/factors';
import { withItemsAside, withTrailBack } from '@wold/core/recipe/edit/factors';
import { coefficient, count } from '@wold/core/writeup/format';
import { Word } from '../../../controls/Word';
import { useEdit, useRecipe, useSelection } from '../../../store/useStudy';
import type { FactorReduction } from '../results';
import styles from './TrailLine.module.css';

interface TrailLineProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  /** Shows what stands beside. */
  readonly onBeside: () => void;
}

/** Sets measures aside with a reason, and shows the trail of what was: each step can be walked back. */
export function TrailLine({ reduction, factors, onBeside }: TrailLineProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { columns: chosen } = useSelection();
  const { trail } = reduction.settings;
  const items = chosen.filter(name => factors.measures.includes(name));
  const aside = (measures: readonly string[], reason: string) => {
    edit(withItemsAside(recipe, reduction, measures, reason), `aside ${measures.join(' ')}`);
    onBeside();
  };
  return (
    <div className={`${styles.line} small`}>
      <span>
        Set aside{' '}
        <Word
          settles="Set the selected measures aside"
          panel={close => (
            <ByHand
              items={items}
              onAside={reason => {
                aside(items, reason);
                close();
              }}
            />
          )}
        >
          {items.length === 0 ? 'a measure' : items.length === 1 ? items[0] : count(items.length, 'measure')}
        </Word>
        , or{' '}
        <Word
          settles="Set all measures under a communality aside"
          panel={close => (
            <ByCommunality
              factors={factors}
              onAside={(measures, reason) => {
                aside(measures, reason);
                close();
              }}
            />
          )}
        >
          all under a communality
        </Word>
        .
      </span>
      {trail.length > 0 && (
        <ol className={styles.trail} aria-label="Trail of what was set aside">
          {trail.map(({ measures, reason }, step) => (
            <li key={step}>
              <strong>{measures.join(', ')}</strong>
              {reason !== '' && <span className="soft"> {reason}</span>}
              <Button
                aria-label={`Walk back to before ${measures.join(', ')} ${measures.length === 1 ? 'was' : 'were'} set aside`}
                onClick={() => edit(withTrailBack(recipe, reduction, step), `trail ${reduction.id}`)}
              >
                {step === trail.length - 1 ? 'back' : 'back to before it'}
              </Button>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

interface ByHandProps {
  readonly items: readonly string[];
  readonly onAside: (reason: string) => void;
}

function ByHand({ items, onAside }: ByHandProps) {
  const [reason, setReason] = useState('');
  if (items.length === 0) {
    return <p className={styles.panel}>Click a measure in the ledger first; with Shift a second one.</p>;
  }
  return (
    <form
      className={styles.panel}
      onSubmit={event => {
        event.preventDefault();
        onAside(reason);
      }}
    >
      <TextField
        label="why?"
        autoFocus
        fullWidth
        value={reason}
        helperText={`Enter sets ${items.join(' and ')} aside, from these factors only. The reason goes with the report.`}
        onChange={event => setReason(event.target.value)}
        slotProps={{ htmlInput: { maxLength: LONGEST_REASON } }}
      />
      <Button type="submit">Set aside</Button>
    </form>
  );
}

interface ByCommunalityProps {
  readonly factors: Factors;
  readonly onAside: (measures: readonly string[], reason: string) => void;
}

const USUAL_BOUND = '.20';
const MOST_NAMED = 8;

function ByCommunality({ factors, onAside }: ByCommunalityProps) {
  const [text, setText] = useState(USUAL_BOUND);
  const bound = Number(text.replace(',', '.'));
  const fits = text.trim() !== '' && bound > 0 && bound <= 1;
  const under = factors.measures.filter((_, j) => factors.communalities[j]! < bound);
  const left = factors.measures.length - under.length;
  const able = fits && under.length > 0 && left >= 3;
  return (
    <form
      className={styles.panel}
      onSubmit={event => {
        event.preventDefault();
        if (able) onAside(under, `communality under ${coefficient(bound)}`);
      }}
    >
      <TextField
        label="communality under"
        autoFocus
        fullWidth
        value={text}
        error={!fits}
        onFocus={event => event.target.select()}
        onChange={event => setText(event.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        helperText={
          !fits
            ? 'Above 0, at most 1.'
            : under.length === 0
              ? 'No measure is under it.'
              : left < 3
                ? 'That would leave fewer than three measures.'
                : `${under.slice(0, MOST_NAMED).join(', ')}${under.length > MOST_NAMED ? ` and ${under.length - MOST_NAMED} more` : ''}. Enter sets ${under.length === 1 ? 'it' : 'them'} aside.`
        }
      />
      <Button type="submit" disabled={!able}>
        Set aside
      </Button>
    </form>
  );
}
