import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import { useNavigate } from 'react-router';
import type { Retention } from '@wold/core/dimensions/retention';
import { randomTable } from '@wold/core/methods/voteTables';
import type { Factors } from '@wold/core/methods/factors/factors';
import { remarksOn } from '@wold/core/methods/factors/remarks';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { count, inWords, percent } from '@wold/core/writeup/format';
import { Figures } from '../../../readings/Figures';
import { Resulting } from '../../../readings/Problem';
import { useEdit, useRecipe, useStudy } from '../../../store/useStudy';
import { Scree } from '../../parts/dimensions/Scree';
import type { Against } from '../../parts/dimensions/screeOption';
import { useRetention } from '../../parts/dimensions/useRetention';
import { Votes } from '../../parts/dimensions/Votes';
import { fadeFor, useFactors, type FactorReduction } from '../results';
import { CostsTable } from './CostsTable';
import { useMostFactors } from './KeepWord';
import styles from '../../parts/dimensions/DimensionsReading.module.css';
import own from './CostsTable.module.css';

/** How many factors? Reduced eigenvalues against random data's, the votes, and what each number would cost. */
export function FactorNumberReading({ reduction }: { reduction: FactorReduction }) {
  const factors = useFactors(reduction);
  return (
    <Resulting reading={factors}>{value => <FactorNumber reduction={reduction} factors={value} />}</Resulting>
  );
}

function FactorNumber({ reduction, factors }: { reduction: FactorReduction; factors: Factors }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { measures, rotated, jointShare, note, n } = factors;
  const kept = rotated.pattern.columns;
  const most = useMostFactors(reduction);
  const retention = useRetention(reduction);
  const { keep } = reduction.settings;
  // The hand may be ahead of the result.
  const wanted = typeof keep === 'number' ? Math.min(keep, most) : kept;
  const cut = (to: number) => edit(withSettings(recipe, reduction, { keep: to }), `keep ${reduction.id}`);
  return (
    <div className={styles.reading}>
      <div>
        <h2 className={styles.heading}>{heading(kept, jointShare)}</h2>
        <p className="soft small">
          {retention.value?.reduced === null
            ? 'Eigenvalues of the correlations with the communalities found on their diagonal'
            : 'Eigenvalues of the correlations with squared multiple correlations on their diagonal'}
          , of {count(measures.length, 'measure')}
          {n === null ? '' : ` in ${n.toLocaleString('en')} rows`}. {note}
        </p>
      </div>
      <Votes
        reduction={reduction}
        retention={retention}
        kept={wanted}
        most={most}
        onCut={cut}
        first="factors"
      />
      <div className={styles.pictures}>
        <FactorScree {...{ reduction, factors, wanted, most }} retention={retention.value} onCut={cut} />
        <CostsTable reduction={reduction} kept={kept} onKeep={cut} />
      </div>
      <NowFigures reduction={reduction} factors={factors} most={most} />
    </div>
  );
}

interface FactorScreeProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  readonly retention: Retention | null;
  readonly wanted: number;
  readonly most: number;
  readonly onCut: (to: number) => void;
}

/** The reduced eigenvalues with those of random data. */
function FactorScree({ reduction, factors, retention, wanted, most, onCut }: FactorScreeProps) {
  const { percentile } = reduction.settings.retention;
  const { reducedEigenvalues, rotated } = factors;
  const kept = rotated.pattern.columns;
  const against = useMemo((): Against[] => {
    const random = retention?.randomReduced ?? null;
    if (random === null || retention?.reduced === null) return [];
    return [
      { kind: 'percentile', name: `random data reduced too, ${percentile} %`, values: random.percentile },
      { kind: 'mean', name: 'their mean', values: random.mean },
    ];
  }, [retention, percentile]);
  const eigenvalues = retention?.reduced ?? reducedEigenvalues;
  const of = useMemo(
    () => ({ eigenvalues, shares: null, kept, average: 0, averageName: '' }),
    [eigenvalues, kept],
  );
  const numbers = useCallback(
    () =>
      retention === null
        ? [
            ['dimension', 'reduced eigenvalue'],
            ...[...eigenvalues].map((value, d) => [String(d + 1), String(value)]),
          ]
        : randomTable(retention),
    [retention, eigenvalues],
  );
  return <Scree {...{ reduction, of, against, wanted, most, onCut, numbers }} />;
}

interface NowFiguresProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  readonly most: number;
}

/** What the number in hand costs, and the ways to set another beside it. */
function NowFigures({ reduction, factors, most }: NowFiguresProps) {
  const { measures, rotated, residuals } = factors;
  const kept = rotated.pattern.columns;
  const { thin, poorlyHeld, doublets, heywood } = remarksOn(factors, fadeFor(reduction, factors));
  return (
    <div className={styles.cost}>
      <Figures
        figures={[
          { value: percent(factors.jointShare, 1), of: 'of all variance, together' },
          {
            value: `${poorlyHeld.length} of ${measures.length.toLocaleString('en')}`,
            of: 'communalities under .4',
          },
          { value: percent(residuals.beyond), of: 'residuals beyond .05' },
          {
            value: thin.length === 0 ? 'none' : `${thin.length} of ${kept}`,
            of: 'factors led by under three',
          },
          ...(heywood.length === 0 ? [] : [{ value: String(heywood.length), of: 'Heywood cases' }]),
        ]}
      />
      {doublets.length > 0 && (
        <p className="small">
          {doublets
            .map(
              ({ factor, measures: alone }) =>
                `Factor ${factor + 1} is made by ${alone.join(' and ')} alone${alone.length === 2 ? ' (a doublet)' : ''}: that is over-factored. Rather keep ${inWords(Math.max(1, kept - 1))}, or set one of them aside.`,
            )
            .join(' ')}
        </p>
      )}
      <p className={own.besides}>
        {kept > 1 && <BesideButton reduction={reduction} factors={kept - 1} />}
        {kept < most && <BesideButton reduction={reduction} factors={kept + 1} />}
      </p>
    </div>
  );
}

function BesideButton({ reduction, factors }: { reduction: FactorReduction; factors: number }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const navigate = useNavigate();
  const { id } = useStudy();
  return (
    <Button
      onClick={() => {
        edit(
          withSettings(recipe, reduction, { beside: { by: 'number', factors } }),
          `beside ${reduction.id}`,
        );
        void navigate(`/study/${id}/meaning?view=beside`);
      }}
    >
      Set {factors === 1 ? 'one factor' : `${inWords(factors)} factors`} beside these
    </Button>
  );
}

function heading(kept: number, share: number): string {
  const many = inWords(kept);
  const subject = `${many.charAt(0).toUpperCase()}${many.slice(1)} factor${kept === 1 ? ' holds' : 's hold'}`;
  return `${subject} ${percent(share)} of all variance${kept === 1 ? '' : ' together'}`;
}
