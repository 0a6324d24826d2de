import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  LEAST_NEIGHBOURS,
  LEAST_PERPLEXITY,
  MOST_ON_SHEET,
  type SheetSettings,
} from '@wold/core/methods/neighbours/settings';
import { acrossOf, type Sheet } from '@wold/core/methods/neighbours/sheet';
import { count } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord, Word } from '../../../controls/Word';
import { useSet } from '../dimensions/useNeighboursSettings';
import type { NeighboursReduction } from '../results';
import styles from './SheetReading.module.css';

/** The same rows at perplexity 5, 15, 30 and 50, with 3 seeds each. */
export function SheetWords({ reduction, sheet }: { reduction: NeighboursReduction; sheet: Sheet }) {
  const set = useSet(reduction);
  const { settings } = reduction;
  const change = (part: Partial<SheetSettings>) => set({ sheet: { ...settings.sheet, ...part } }, 'sheet');
  const tsne = settings.embedding === 't-sne';
  const across = acrossOf(settings);
  return (
    <>
      The same rows at {tsne ? 'perplexity' : 'neighbours'}{' '}
      <Word
        settles="Which sizes of neighbourhoods the sheet shows"
        panel={close => (
          <SizesForm
            sizes={sheet.sizes}
            least={tsne ? LEAST_PERPLEXITY : LEAST_NEIGHBOURS}
            onSizes={sizes => {
              change({ sizes });
              close();
            }}
          />
        )}
      >
        {sheet.sizes.length === 0 ? 'none' : sheet.sizes.join(', ')}
      </Word>
      , with{' '}
      <NumberWord
        settles="How many columns the sheet has"
        value={settings.sheet.columns}
        word={across === 'seed' ? count(settings.sheet.columns, 'seed') : String(settings.sheet.columns)}
        least={1}
        most={MOST_ON_SHEET}
        why="Each is one more map to be laid out for every size."
        onNumber={columns => change({ columns: Math.round(columns) })}
      />{' '}
      {!tsne && (
        <>
          {across === 'seed' && 'or '}
          <ChoiceWord
            settles="What the columns of the sheet differ in"
            value={across}
            choices={[
              { value: 'seed' as const, name: 'seeds', when: 'What of the picture is chance.' },
              {
                value: 'nearest' as const,
                name: 'least distances',
                when: 'How tightly rows are packed: what of the picture is the packing.',
              },
            ]}
            onChoose={next => change({ across: next })}
          />{' '}
        </>
      )}
      each, on one graph of neighbours, laid over the map in hand.
    </>
  );
}

interface SizesFormProps {
  readonly sizes: readonly number[];
  readonly least: number;
  readonly onSizes: (sizes: readonly number[]) => void;
}

function SizesForm({ sizes, least, onSizes }: SizesFormProps) {
  const [text, setText] = useState(sizes.join(', '));
  const parts = text.split(/[\s,;]+/).filter(part => part !== '');
  const read = parts.map(Number);
  const wrong = parts.find((_, i) => !(read[i]! >= least) || read[i]! > 2000);
  const tooMany = parts.length > MOST_ON_SHEET;
  return (
    <form
      className={styles.sizes}
      onSubmit={event => {
        event.preventDefault();
        if (wrong === undefined && !tooMany) onSizes(read);
      }}
    >
      <TextField
        size="small"
        autoFocus
        label="Sizes, parted by commas"
        value={text}
        error={wrong !== undefined || tooMany}
        helperText={
          wrong !== undefined
            ? `“${wrong}” is no number from ${least} to 2,000.`
            : tooMany
              ? `At most ${MOST_ON_SHEET}.`
              : 'None for the usual ones about the one in hand. Enter takes them.'
        }
        onChange={event => setText(event.target.value)}
      />
    </form>
  );
}
