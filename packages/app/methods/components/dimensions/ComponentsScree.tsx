import { useCallback, useMemo, useState } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { eigenvaluesTable } from '@wold/core/methods/components/tables';
import type { ShuffledScree } from '@wold/core/vocabulary/shuffledScree';
import type { Retention } from '@wold/core/dimensions/retention';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { figure } from '@wold/core/writeup/format';
import { CheckItem } from '../../../controls/CheckItem';
import { useQuickResamples } from '../../../results/again';
import { useNaming } from '../../../results/stages';
import { Scree } from '../../parts/dimensions/Scree';
import type { Against } from '../../parts/dimensions/screeOption';

interface ComponentsScreeProps {
  readonly reduction: ReductionBy<'components'>;
  readonly components: Components;
  /** What eigenvalues are held against; null where that is not there, or of another kind. */
  readonly retention: Retention | null;
  /** Eigenvalues of words dealt out anew; null where the measures are columns. */
  readonly shuffled: ShuffledScree | null;
  /** Dimensions that the hand wants kept, and the most there can be. */
  readonly kept: number;
  readonly most: number;
  readonly onCut: (to: number) => void;
}

/** The scree of components against random data and a broken stick; with common factors' where that is asked for. */
export function ComponentsScree(props: ComponentsScreeProps) {
  const { reduction, components, retention, shuffled, kept: wanted, most, onCut } = props;
  const { kept, eigenvalues, shares, average } = components;
  const { names } = useNaming(reduction);
  const { value: again, stale } = useQuickResamples(reduction);
  // Resamples of rotated components are of what they hold before they are turned, as the scree is.
  const intervals = stale ? null : (again?.eigenvalues ?? null);
  const { percentile } = reduction.settings.retention;
  const [factors, setFactors] = useState(false);
  const against = useMemo(
    () => [...linesOf(retention, factors, percentile), ...shuffledLines(shuffled)],
    [retention, factors, percentile, shuffled],
  );
  const averageName = Math.abs(average - 1) < 1e-9 ? 'eigenvalue 1' : `average ${figure(average)}`;
  const of = useMemo(
    () => ({ eigenvalues, shares, kept, average, averageName, intervals }),
    [eigenvalues, shares, kept, average, averageName, intervals],
  );
  const numbers = useCallback(
    () => eigenvaluesTable({ names, result: components }, retention?.random ?? null),
    [names, components, retention],
  );
  return (
    <Scree
      {...{ reduction, of, against, wanted, most, onCut, numbers }}
      checks={
        retention !== null &&
        retention.reduced !== null && (
          <CheckItem name="common factors" checked={factors} onChange={setFactors} />
        )
      }
    />
  );
}

/** Words dealt out anew among the entries. */
function shuffledLines(shuffled: ShuffledScree | null): Against[] {
  if (shuffled === null) return [];
  return [
    {
      kind: 'percentile',
      name: `largest of ${shuffled.shuffles} tables of words dealt out anew`,
      values: shuffled.most,
    },
    { kind: 'mean', name: 'their mean', values: shuffled.mean },
  ];
}

/** @param factors whether the eigenvalues behind the votes of common factors are drawn too */
function linesOf(retention: Retention | null, factors: boolean, percentile: number): Against[] {
  if (retention === null) return [];
  const { random, sticks, reduced, randomReduced } = retention;
  const ofRandom: Against[] =
    random === null
      ? []
      : [
          { kind: 'percentile', name: `random data, ${percentile} %`, values: random.percentile },
          { kind: 'mean', name: 'their mean', values: random.mean },
        ];
  const ofFactors: Against[] = [
    ...(reduced === null
      ? []
      : [{ kind: 'reduced' as const, name: 'reduced correlations', values: reduced }]),
    ...(randomReduced === null
      ? []
      : [
          {
            kind: 'reduced random' as const,
            name: 'random data, reduced too',
            values: randomReduced.percentile,
          },
        ]),
  ];
  return [
    ...ofRandom,
    { kind: 'stick', name: 'broken stick', values: sticks },
    ...(factors ? ofFactors : []),
  ];
}
