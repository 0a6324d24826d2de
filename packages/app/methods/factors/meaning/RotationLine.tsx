import Button from '@mui/material/Button';
import type { Factors } from '@wold/core/methods/factors/factors';
import { CORRELATED, meanPhi } from '@wold/core/methods/factors/remarks';
import { rotationWords } from '@wold/core/methods/factors/paragraphs';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { count, fixed, percent } from '@wold/core/writeup/format';
import { useEdit, useRecipe } from '../../../store/useStudy';
import type { FactorReduction } from '../results';
import styles from '../../parts/meaning/MeaningReading.module.css';

interface RotationLineProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  readonly onBeside: () => void;
}

/** What the rotation makes of the figures, whether correlated factors are called for, and what did not go well. */
export function RotationLine({ reduction, factors, onBeside }: RotationLineProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { rotated, jointShare, extraction, smoothing, heywood } = factors;
  const m = rotated.pattern.columns;
  const { rotation } = reduction.settings;
  const besides = (method: 'varimax' | 'oblimin') => {
    edit(withSettings(recipe, reduction, { beside: { by: 'rotation', method } }), `beside ${reduction.id}`);
    onBeside();
  };
  const mean = meanPhi(factors);
  return (
    <p className={`${styles.rotated} small`}>
      <span className="soft">
        {m > 1 && `${sentence(rotationWords(rotation))}; `}
        {m > 1 ? `together the ${m} hold` : 'The factor holds'} {percent(jointShare, 1)} of all variance
        {rotated.oblique ? ', their sums of squares overlap.' : '.'}
        {rotated.optima > 1 &&
          ` Of ${rotated.starts} starts ${rotated.reached} ended here, the others at ${count(rotated.optima - 1, 'worse end')}.`}
      </span>{' '}
      {rotated.oblique && m > 1 && (
        <>
          Mean |φ| <strong>{fixed(mean, 3).replace(/^0/, '')}</strong>{' '}
          {mean >= CORRELATED
            ? 'is .3 and over: correlated factors are called for.'
            : 'is under .3: uncorrelated factors would do.'}{' '}
          <Button onClick={() => besides('varimax')}>Set varimax beside</Button>
        </>
      )}
      {!rotated.oblique && m > 1 && rotation.method !== 'none' && (
        <Button onClick={() => besides('oblimin')}>Set oblimin beside</Button>
      )}
      {smoothing.raised > 0 && (
        <strong>
          {' '}
          The correlations were not those of any one table: {count(
            smoothing.raised,
            'negative eigenvalue',
          )}{' '}
          raised above 0 (Knol and ten Berge 1989), which changed no correlation by more than{' '}
          {fixed(smoothing.change, 3)}.
        </strong>
      )}
      {!extraction.converged && (
        <strong> The extraction did not converge in {count(extraction.iterations, 'iteration')}.</strong>
      )}
      {!rotated.converged && (
        <strong> The rotation did not settle in {count(rotated.iterations, 'iteration')}.</strong>
      )}
      {heywood.length > 0 && (
        <strong>
          {' '}
          An improper solution: {count(heywood.length, 'communality', 'communalities')} of 1 or more.
        </strong>
      )}
    </p>
  );
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
