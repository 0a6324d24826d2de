import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { holding } from '@wold/core/dimensions/rules';
import type { ComponentsSettings } from '@wold/core/methods/components/settings';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { sceneOf } from '@wold/core/table/table';
import { count, percent } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord, Word } from '../../../controls/Word';
import { MeasuresWord } from '../../parts/dimensions/MeasuresWord';
import { OwnRowsWord } from '../../parts/dimensions/OwnRowsWord';
import { useSplit } from '../../../readings/texts/useSplit';
import { useComponents } from '../results';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { basisName } from '../../../readings/preparation/PreparationBrief';
import styles from './DimensionsBrief.module.css';

/** Principal components of the correlations of 20 measures, keep 3. */
export function DimensionsBrief({ reduction }: { reduction: ReductionBy<'components'> }) {
  return (
    <>
      <ReductionWords reduction={reduction} />.
    </>
  );
}

/** The words that settle a reduction; other briefs of a reduction start with them too. */
export function ReductionWords({ reduction }: { reduction: ReductionBy<'components'> }) {
  return (
    <>
      Principal components of the <BasisWord reduction={reduction} /> of{' '}
      <MeasuresWord reduction={reduction} />
      <OwnRowsWord reduction={reduction} />, keep <KeepWord reduction={reduction} />, rotate{' '}
      <RotationWord reduction={reduction} />
    </>
  );
}

/** What is decomposed: as question 2 scales the measures, or one of the two whatever that is. */
function BasisWord({ reduction }: { reduction: ReductionBy<'components'> }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { scale } = recipe.preparation;
  const ofScene = sceneOf(useTable()) !== null;
  return (
    <ChoiceWord
      settles="What is decomposed"
      value={reduction.settings.basis}
      word={reduction.settings.basis === 'prepared' ? basisName(scale) : reduction.settings.basis}
      choices={[
        {
          value: 'prepared' as const,
          name: `as prepared: ${basisName(scale)}`,
          when: 'Follows the scale of question 2, with all other reductions that do.',
        },
        {
          value: 'correlations' as const,
          name: 'correlations',
          when: ofScene
            ? 'Layers of several units, as of terrain and climate: every one counts alike.'
            : 'Every measure counts alike, whatever its unit and spread.',
        },
        {
          value: 'covariances' as const,
          name: 'covariances',
          when: ofScene
            ? 'Bands of one unit: those that vary more count for more, noisy ones for less.'
            : 'Measures of one unit: those that vary more count for more.',
        },
      ]}
      onChoose={basis => edit(withSettings(recipe, reduction, { basis }), `basis ${reduction.id}`)}
    />
  );
}

function RotationWord({ reduction }: { reduction: ReductionBy<'components'> }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { rotation } = reduction.settings;
  const set = (change: Partial<ComponentsSettings['rotation']>) =>
    edit(
      withSettings(recipe, reduction, { rotation: { ...rotation, ...change } }),
      `rotation ${reduction.id}`,
    );
  return (
    <>
      <ChoiceWord
        settles="How the kept dimensions are rotated"
        value={rotation.method}
        choices={ROTATION_WORDS}
        onChoose={method => set({ method })}
      />
      {rotation.method === 'promax' && (
        <>
          {' of power '}
          <NumberWord
            settles="Power of the oblique rotation"
            value={rotation.power}
            least={2}
            most={8}
            why="Higher powers make small loadings smaller and dimensions more correlated; 4 is usual (Hendrickson and White 1964)."
            onNumber={power => set({ power: Math.round(power) })}
          />
        </>
      )}
    </>
  );
}

const ROTATION_WORDS = [
  {
    value: 'none' as const,
    name: 'not at all',
    when: 'Each dimension holds as much as it can; to map rows and to part signal from noise.',
  },
  {
    value: 'varimax' as const,
    name: 'by varimax',
    when: 'Fewer measures lead on each dimension, which stay uncorrelated; easier to name.',
  },
  {
    value: 'promax' as const,
    name: 'obliquely by promax',
    when: 'Dimensions may correlate: where what they stand for does.',
  },
];

const RULE_WORDS = {
  parallel: 'those above random data',
  'above-average': 'those above average',
} as const;

const ruleWords = (keep: Exclude<ComponentsSettings['keep'], number>): string =>
  typeof keep === 'object'
    ? `those that hold ${percent(keep.share)}${keep.fewer === true ? ', and fewer than all' : ''}`
    : RULE_WORDS[keep];

function KeepWord({ reduction }: { reduction: ReductionBy<'components'> }) {
  const { value } = useComponents(reduction);
  const { keep } = reduction.settings;
  const kept = value?.kept ?? (typeof keep === 'number' ? keep : null);
  const word =
    typeof keep === 'number' ? String(keep) : `${kept === null ? '' : `${kept}, `}${ruleWords(keep)}`;
  return (
    <Word
      settles="How many dimensions to keep"
      panel={close => <KeepPanel reduction={reduction} kept={kept ?? 1} close={close} />}
    >
      {word}
    </Word>
  );
}

function KeepPanel({
  reduction,
  kept,
  close,
}: {
  reduction: ReductionBy<'components'>;
  kept: number;
  close: () => void;
}) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useComponents(reduction);
  const split = useSplit();
  // Of words as many as are asked for are found.
  const most =
    value === null
      ? 1
      : split === null
        ? value.eigenvalues.length
        : Math.max(1, Math.min(value.measures.length, value.rows.length - 1));
  const [text, setText] = useState(String(kept));
  const number = Number(text);
  const fits = Number.isInteger(number) && number >= 1 && number <= most;
  const keep = (wanted: ComponentsSettings['keep']) => {
    edit(withSettings(recipe, reduction, { keep: wanted }), `keep ${reduction.id}`);
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
      {value !== null && <ShareForm shares={value.shares} ofWords={split !== null} onKeep={keep} />}
      {split === null && <RuleButtons onKeep={keep} />}
    </div>
  );
}

interface RuleButtonsProps {
  readonly onKeep: (keep: ComponentsSettings['keep']) => void;
}

/** Rules that settle the number anew whenever the table changes. */
function RuleButtons({ onKeep: keep }: RuleButtonsProps) {
  return (
    <>
      <Button onClick={() => keep('parallel')}>As many as stand above random data</Button>
      <p className="soft small">
        Parallel analysis (Horn 1965; Glorfeld 1995), set beneath the votes of question 4. A study starts with
        it where it takes under two seconds.
      </p>
      <Button onClick={() => keep('above-average')}>As many as have an eigenvalue above the average</Button>
      <p className="soft small">
        On unit variance the average is 1 (Kaiser 1960). Quick, and inclined to keep too many.
      </p>
    </>
  );
}

interface ShareFormProps {
  readonly shares: Float64Array;
  /** Whether more dimensions are found where these do not hold enough. */
  readonly ofWords: boolean;
  readonly onKeep: (keep: ComponentsSettings['keep']) => void;
}

/** As many dimensions as hold a share of the variance. */
function ShareForm({ shares, ofWords, onKeep }: ShareFormProps) {
  const [text, setText] = useState('');
  const share = Number(text.replace(',', '.'));
  const fits = text.trim() !== '' && share >= 1 && share <= 100;
  return (
    <form
      onSubmit={event => {
        event.preventDefault();
        if (fits) onKeep(ofWords ? { share: share / 100 } : holding(shares, share / 100));
      }}
    >
      <TextField
        label="or as many as hold this share, in per cent"
        fullWidth
        value={text}
        error={text !== '' && !fits}
        helperText={
          fits && ofWords
            ? 'Enter finds and keeps them.'
            : fits
              ? `That is ${count(holding(shares, share / 100), 'dimension')}. Enter keeps it.`
              : 'From 1 to 100.'
        }
        onChange={event => setText(event.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
    </form>
  );
}
