import type { ExtractionName } from '@wold/core/methods/factors/extraction';
import type { Scoring } from '@wold/core/methods/factors/scores';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import type { CorrelationKind } from '@wold/core/suitability/correlationMatrix';
import { ChoiceWord } from '../../../controls/Word';
import { MeasuresWord } from '../../parts/dimensions/MeasuresWord';
import { OwnRowsWord } from '../../parts/dimensions/OwnRowsWord';
import { useSuitability } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import type { FactorReduction } from '../results';
import { extractionAdvice } from './extractionAdvice';
import { KeepWord } from './KeepWord';
import { RotationWords } from './RotationWords';

/** Common factors of Pearson’s correlations of 24 measures, extracted by minimum residual, keep 3, … */
export function FactorsBrief({ reduction }: { reduction: FactorReduction }) {
  return (
    <>
      <FactorWords reduction={reduction} />.
    </>
  );
}

/** The words that settle factors; other briefs of a reduction start with them too. */
export function FactorWords({ reduction }: { reduction: FactorReduction }) {
  return (
    <>
      Common factors of <KindWord reduction={reduction} /> of <MeasuresWord reduction={reduction} />
      <OwnRowsWord reduction={reduction} />, extracted <ExtractionWord reduction={reduction} />, keep{' '}
      <KeepWord reduction={reduction} />, rotate <RotationWords reduction={reduction} />, score{' '}
      <ScoringWord reduction={reduction} />
    </>
  );
}

const KINDS: readonly { value: CorrelationKind; name: string; when: string }[] = [
  {
    value: 'pearson',
    name: 'Pearson’s correlations',
    when: 'Numbers, and ratings of five steps or more that are not all at one end.',
  },
  {
    value: 'spearman',
    name: 'Spearman’s rank correlations',
    when: 'Only the order of the entries counts: bent relations, stray values.',
  },
  {
    value: 'polychoric',
    name: 'polychoric correlations',
    when: 'Ratings of few steps, or many at one end: of what lies evenly behind the steps.',
  },
];

function KindWord({ reduction }: { reduction: FactorReduction }) {
  const { matrix } = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  if (matrix !== null) return <>the given correlations</>;
  return (
    <ChoiceWord
      settles="Which correlations the factors are of"
      value={reduction.settings.correlations}
      choices={KINDS}
      onChoose={correlations =>
        edit(withSettings(recipe, reduction, { correlations }), `correlations ${reduction.id}`)
      }
      note="Scores are made of the measures themselves; of the last two kinds they are an approximation."
    />
  );
}

const EXTRACTIONS: readonly { value: ExtractionName; name: string; when: string }[] = [
  {
    value: 'principal-axis',
    name: 'by principal axes',
    when: 'Asks nothing of how entries are spread; slow to settle where factors are weak.',
  },
  {
    value: 'minimum-residual',
    name: 'by minimum residual',
    when: 'The smallest residuals there can be, whatever the spread. Safe for ratings.',
  },
  {
    value: 'maximum-likelihood',
    name: 'by maximum likelihood',
    when: 'For measures normal together: fit is tested as it should be, and weak factors are found best.',
  },
];

function ExtractionWord({ reduction }: { reduction: FactorReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useSuitability();
  return (
    <ChoiceWord
      settles="How factors are extracted"
      value={reduction.settings.extraction}
      choices={EXTRACTIONS}
      onChoose={extraction =>
        edit(withSettings(recipe, reduction, { extraction }), `extraction ${reduction.id}`)
      }
      note={value === null ? null : extractionAdvice(value, recipe.suitability.limits.p)}
    />
  );
}

const SCORINGS: readonly { value: Scoring; name: string; when: string }[] = [
  {
    value: 'regression',
    name: 'by regression',
    when: 'As near to the factor as can be; scores correlate otherwise than factors do.',
  },
  {
    value: 'bartlett',
    name: 'by Bartlett’s way',
    when: 'Right on average for each factor apart from the others; vary more.',
  },
  {
    value: 'correlation-preserving',
    name: 'keeping their correlations',
    when: 'Scores correlate just as the factors do: for what goes on with them.',
  },
];

function ScoringWord({ reduction }: { reduction: FactorReduction }) {
  const { matrix } = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  if (matrix !== null) return <>no rows, of which a matrix has none</>;
  return (
    <ChoiceWord
      settles="How factors are scored"
      value={reduction.settings.scoring}
      choices={SCORINGS}
      onChoose={scoring => edit(withSettings(recipe, reduction, { scoring }), `scoring ${reduction.id}`)}
    />
  );
}
