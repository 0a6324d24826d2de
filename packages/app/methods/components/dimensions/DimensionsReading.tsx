import { reductionExtent } from '@wold/core/recipe/extent';
import { useMemo } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { count, inWords, percent } from '@wold/core/writeup/format';
import { Figures } from '../../../readings/Figures';
import { basisName } from '../../../readings/preparation/PreparationBrief';
import { Resulting } from '../../../readings/Problem';
import { useAccountOf, useNaming } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useRetention } from '../../parts/dimensions/useRetention';
import { useSplit } from '../../../readings/texts/useSplit';
import { useComponents, useShuffledScree, useSampleDecomposition } from '../results';
import { costOf, type Cost } from './cost';
import { Eigenvalues } from './Eigenvalues';
import { ComponentsScree } from './ComponentsScree';
import { shownDimensions } from '../../parts/dimensions/screeOption';
import { Votes } from '../../parts/dimensions/Votes';
import styles from '../../parts/dimensions/DimensionsReading.module.css';

/** How many dimensions? The scree with a cut line, the eigenvalues, and what the cut costs. */
export function DimensionsReading({ reduction }: { reduction: ReductionBy<'components'> }) {
  const components = useComponents(reduction);
  return (
    <Resulting reading={components}>
      {value => <Dimensions reduction={reduction} components={value} />}
    </Resulting>
  );
}

function Dimensions({
  reduction,
  components,
}: {
  reduction: ReductionBy<'components'>;
  components: Components;
}) {
  const { kept, eigenvalues, measures, note } = components;
  const recipe = useRecipe();
  const edit = useEdit();
  const { names } = useNaming(reduction);
  const { value: account } = useAccountOf(reduction);
  const cost = useMemo(() => costOf(components), [components]);
  const retention = useRetention(reduction);
  const shuffled = useShuffledScree(reduction);
  const { settings } = reduction;
  const extent = reductionExtent(recipe, useTable(), reduction);
  const basis = settings.basis === 'prepared' ? (account?.scale ?? 'unit-variance') : settings.basis;
  const onCorrelations = basis === 'unit-variance' || basis === 'correlations';
  const ofSample = useSampleDecomposition(reduction, extent === 'whole');
  const rank = eigenvalues.reduce((n, value) => n + Number(value > 0), 0);
  const shown = shownDimensions(eigenvalues.length, kept);
  // The hand may be ahead of the result.
  const split = useSplit();
  const wanted = typeof settings.keep === 'number' ? Math.min(settings.keep, rank) : kept;
  const cut = (to: number) => edit(withSettings(recipe, reduction, { keep: to }), `keep ${reduction.id}`);
  return (
    <div className={styles.reading}>
      <div>
        <h2 className={styles.heading}>{heading(kept, cost.held)}</h2>
        <p className="soft small">
          Eigenvalues of the {onCorrelations ? 'correlations' : basisName(basis)} of{' '}
          {count(measures.length, split === null ? 'measure' : 'word')} in{' '}
          {(extent === 'whole' && typeof account?.n === 'number'
            ? account.n
            : components.rows.length
          ).toLocaleString('en')}{' '}
          rows.
          {shown < eigenvalues.length && ` The first ${shown} of ${eigenvalues.length} are drawn.`} {note}
        </p>
      </div>
      {split === null && (
        <Votes
          reduction={reduction}
          retention={retention}
          kept={wanted}
          most={rank}
          onCut={cut}
          first="components"
        />
      )}
      <div className={styles.pictures}>
        <ComponentsScree
          reduction={reduction}
          components={components}
          // Random data and sticks are of correlations; on another scale they are no match.
          retention={split === null && onCorrelations ? retention.value : null}
          shuffled={shuffled.value}
          kept={wanted}
          most={rank}
          onCut={cut}
        />
        <Eigenvalues
          components={components}
          names={names}
          random={onCorrelations ? (retention.value?.random ?? null) : null}
          ofSample={extent === 'whole' ? (ofSample.value?.eigenvalues ?? null) : null}
        />
      </div>
      <CostFigures components={components} cost={cost} />
    </div>
  );
}

function CostFigures({ components, cost }: { components: Components; cost: Cost }) {
  const { kept, measures, residualShare } = components;
  return (
    <div className={styles.cost}>
      <Figures
        figures={[
          { value: percent(cost.held), of: 'of the variance kept' },
          {
            value: `${cost.poorlyHeld.length} of ${measures.length.toLocaleString('en')}`,
            of: 'measures held below 0.4',
          },
          ...(residualShare === null
            ? []
            : [{ value: percent(residualShare), of: 'correlations missed by over .05' }]),
          {
            value: cost.thin.length === 0 ? 'none' : `${cost.thin.length} of ${kept}`,
            of: 'dimensions led by under three',
          },
        ]}
      />
      <p className="soft small">
        What keeping {inWords(kept)} costs. Drag the line, or move it with <kbd>←</kbd> <kbd>→</kbd>; the
        brief takes a number.
      </p>
    </div>
  );
}

function heading(kept: number, held: number): string {
  const many = inWords(kept);
  const subject = `${many.charAt(0).toUpperCase()}${many.slice(1)} dimension${kept === 1 ? ' holds' : 's hold'}`;
  return `${subject} ${percent(held)} of the variance`;
}
