import Checkbox from '@mui/material/Checkbox';
import { ChoiceWord, NumberWord, Word } from '../../controls/Word';
import { ExtentWord } from '../../engines/ExtentWord';
import { withColumn } from '@wold/core/recipe/edit/columns';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { sampleOf } from '@wold/core/table/table';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { count } from '@wold/core/writeup/format';
import { SplitBrief, SplitWord } from '../texts/SplitBrief';
import { useSplit } from '../texts/useSplit';
import form from '../../theme/form.module.css';
import {
  GAP_WORDS,
  MISSING_WORDS,
  OUTLIER_WORDS,
  ROW_TRANSFORM_WORDS,
  SCALE_WORDS,
  TRANSFORM_WORDS,
  WEIGHTING_WORDS,
} from './words';

/** What is done to the measures, in the order it is done; or how a text is split into words. */
export function PreparationBrief() {
  const split = useSplit();
  return split === null ? <MeasuresBrief /> : <SplitBrief split={split} />;
}

function MeasuresBrief() {
  const recipe = useRecipe();
  const edit = useEdit();
  const table = useTable();
  const { preparation } = recipe;
  const { missing, gapsAllowed, outliers, weighting } = preparation;
  const weight = recipe.columns.find(({ role }) => role === 'weight');
  const set = (change: Partial<typeof preparation>, of: string) => edit(withPreparation(recipe, change), of);
  const own = preparation.transforms.length;
  if (table.matrix?.kind === 'distance') return <>Use the distances as the table gives them.</>;
  return (
    <>
      <ExtentWord />
      {sampleOf(table) === null ? 'Use' : 'use'} measures with{' '}
      <ChoiceWord
        settles="How many gaps a measure may have"
        value={gapsAllowed}
        choices={GAP_WORDS}
        onChoose={value => set({ gapsAllowed: value }, 'gaps')}
      />
      ,{' '}
      <ChoiceWord
        settles="What is done about missing entries"
        value={missing}
        choices={MISSING_WORDS}
        onChoose={value => set({ missing: value }, 'missing')}
      />
      {missing === 'components' && (
        <>
          {' with '}
          <ImputationWord />
        </>
      )}
      <ReversedWords />,{' '}
      <ChoiceWord
        settles="What is done about outliers"
        value={outliers}
        choices={OUTLIER_WORDS}
        onChoose={value =>
          set({ outliers: value, reach: OUTLIER_WORDS.find(word => word.value === value)!.reach }, 'outliers')
        }
        note="Once, not repeatedly: new fences on what is left may flag entries again."
      />
      <ReachWord />, transform <TransformWord />
      {own > 0 && ` (${own} ${own === 1 ? 'has its' : 'have their'} own)`}, bring every measure to{' '}
      <ScaleWord />
      {weight !== undefined && (
        <>
          ; weight rows by {weight.name}{' '}
          <ChoiceWord
            settles="What the weights are"
            value={weighting}
            choices={WEIGHTING_WORDS}
            onChoose={value => set({ weighting: value }, 'weighting')}
          />
        </>
      )}
      <SplitWord />.
    </>
  );
}

/** How many dimensions fill gaps. */
function ImputationWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { imputation } = recipe.preparation;
  return (
    <ChoiceWord
      settles="Dimensions that fill gaps"
      value={imputation}
      choices={[
        {
          value: 'cross-validated' as const,
          name: 'as many dimensions as foretell best',
          when: 'Entries that are there are hidden and foretold with 0 to 5 dimensions; slower.',
        },
        ...[1, 2, 3, 4, 5].map(k => ({
          value: k,
          name: `${k} ${k === 1 ? 'dimension' : 'dimensions'}`,
          when: k === 2 ? 'Usual where little is known.' : '',
        })),
      ]}
      onChoose={value => edit(withPreparation(recipe, { imputation: value }), 'imputation')}
    />
  );
}

/** Which measures are reversed; they are marked in their codebook. */
function ReversedWords() {
  const shortName = useShortName();
  const recipe = useRecipe();
  const edit = useEdit();
  const measures = recipe.columns.filter(({ role }) => role === 'measure');
  const reversed = measures.filter(column => column.reversed === true);
  if (reversed.length === 0) return null;
  return (
    <>
      , reverse{' '}
      <Word
        settles="Measures that are reversed on their scale"
        panel={() => (
          <div className={form.checks}>
            {measures.map(({ name, wording, scale }) => (
              <label key={name} title={wording}>
                <Checkbox
                  checked={reversed.some(other => other.name === name)}
                  onChange={event =>
                    edit(
                      withColumn(recipe, name, { reversed: event.target.checked || undefined }),
                      'reversed',
                    )
                  }
                />
                {shortName(name, 30)}
                <span className="soft">
                  {scale === undefined ? 'scale not known' : `${scale.least} to ${scale.most}`}
                </span>
              </label>
            ))}
          </div>
        )}
      >
        {count(reversed.length, 'measure')}
      </Word>
    </>
  );
}

/** What is decomposed, by the scale of the measures. */
export function basisName(scale: string): string {
  if (scale === 'none') return 'cross-products about zero';
  return scale === 'unit-variance' || scale === 'correlations' ? 'correlations' : 'covariances';
}

/** The scale of the measures, which also says what is decomposed where a reduction does not. */
function ScaleWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { scale } = recipe.preparation;
  return (
    <ChoiceWord
      settles="How measures are made comparable"
      value={scale}
      choices={SCALE_WORDS}
      onChoose={value => edit(withPreparation(recipe, { scale: value }), 'scale')}
    />
  );
}

/** From how far an entry is an outlier. */
function ReachWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { outliers, reach } = recipe.preparation;
  if (outliers === 'none') return null;
  const set = (value: number) => edit(withPreparation(recipe, { reach: value }), 'reach');
  return (
    <>
      {outliers === 'robust-z' ? ' of ' : ' at '}
      <NumberWord
        settles={outliers === 'robust-z' ? 'Robust z score' : 'Interquartile ranges beyond the quartiles'}
        value={reach}
        least={0.1}
        most={20}
        why={
          outliers === 'robust-z'
            ? '3.5 is usual (Iglewicz and Hoaglin 1993).'
            : '1.5 flags about 1 in 140 entries of a normal measure, 3 only far ones (Tukey 1977).'
        }
        onNumber={set}
      />
      {outliers === 'robust-z' ? '' : '\u00a0×\u00a0IQR'}
    </>
  );
}

/** How all measures are transformed. */
function TransformWord() {
  const recipe = useRecipe();
  const edit = useEdit();
  const { rowTransform, transform } = recipe.preparation;
  const set = (change: Partial<typeof recipe.preparation>, of: string) =>
    edit(withPreparation(recipe, change), of);
  return (
    <ChoiceWord<string>
      settles="How all measures are transformed"
      value={rowTransform === 'none' ? transform : rowTransform}
      choices={[...TRANSFORM_WORDS, ...ROW_TRANSFORM_WORDS]}
      onChoose={value => {
        const byRow = ROW_TRANSFORM_WORDS.find(word => word.value === value)?.value ?? 'none';
        const byColumn = TRANSFORM_WORDS.find(word => word.value === value)?.value ?? 'none';
        set({ rowTransform: byRow, transform: byColumn }, 'transform');
      }}
      note="A single measure may have its own: select it below."
    />
  );
}
