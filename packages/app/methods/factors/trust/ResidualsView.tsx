import { useCallback, useMemo } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import type { Factors } from '@wold/core/methods/factors/factors';
import { residualPairs } from '@wold/core/methods/factors/pairs';
import { ledgerOrder } from '@wold/core/methods/leading';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, fixed, percent } from '@wold/core/writeup/format';
import { MatrixFrame } from '../../../charts/matrix/MatrixFrame';
import { PairList } from '../../../charts/matrix/PairList';
import { Choice } from '../../../controls/Choice';
import { useShortName } from '../../../store/useShortName';
import { useView } from '../../../store/useView';
import type { FactorReduction } from '../results';

const MOST_PAIRS = 200;
/** The residual that has the deepest colour. */
const DEEP = 0.2;

const SHOWN = ['residuals', 'reproduced', 'found'] as const;
const SHOWN_WORDS = {
  residuals: 'residuals',
  reproduced: 'reproduced correlations',
  found: 'correlations as found',
} as const;

interface ResidualsViewProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
}

/** The correlations that the factors reproduce and what they leave, as a matrix in the ledger's order and as a list. */
export function ResidualsView({ reduction, factors }: ResidualsViewProps) {
  const shortName = useShortName();
  const [shown, setShown] = useView('residuals', SHOWN, 'matrix');
  const { measures, correlations, residuals, rotated, communalities } = factors;
  const order = useMemo(() => ledgerOrder(rotated.pattern), [rotated]);
  const names = useMemo(() => order.map(j => measures[j]!), [order, measures]);
  const pairs = useMemo(() => residualPairs(factors), [factors]);
  const value = useCallback(
    (a: number, b: number) => {
      const [i, j] = [order[a]!, order[b]!];
      const found = entry(correlations, i, j);
      const residual = entry(residuals.residuals, i, j);
      return shown === 'residuals' ? residual : shown === 'found' ? found : found - residual;
    },
    [order, correlations, residuals, shown],
  );
  const reproducedDiagonal = useCallback(
    (place: number) => communalities[order[place]!]!,
    [communalities, order],
  );
  const stem = `${fileStem(reduction.name)}-${shown === 'found' ? 'correlations' : shown}`;
  return (
    <MatrixFrame
      label={`${SHOWN_WORDS[shown]} of ${measures.length} measures in the ledger’s order; the largest residuals are in the list`}
      entries={SHOWN_WORDS[shown]}
      fileStem={stem}
      of={factors}
      {...{ names, value }}
      full={shown === 'residuals' ? DEEP : 1}
      diagonal={shown === 'reproduced' ? reproducedDiagonal : null}
      diagonalIs={shown === 'reproduced' ? 'communalities' : ''}
      words={(row, column) => {
        const [a, b] = [names[row]!, names[column]!];
        if (row === column) {
          return `${shortName(a, 40)}: communality ${coefficient(communalities[order[row]!]!)}`;
        }
        const found = entry(correlations, order[row]!, order[column]!);
        const residual = entry(residuals.residuals, order[row]!, order[column]!);
        return `${shortName(a, 30)} and ${shortName(b, 30)}: r ${coefficient(found)}, reproduced ${coefficient(found - residual)}, left ${fixed(residual, 3)}`;
      }}
      numbers={() => [
        [SHOWN_WORDS[shown], ...names],
        ...names.map((name, a) => [
          name,
          ...names.map((_, b) =>
            String(a === b ? (shown === 'reproduced' ? reproducedDiagonal(a) : value(a, b)) : value(a, b)),
          ),
        ]),
      ]}
      tools={
        <Choice
          label="What the matrix shows"
          labelled="unseen"
          value={shown}
          options={SHOWN.map(name => [name, SHOWN_WORDS[name]])}
          onChoose={setShown}
        />
      }
      beside={letters => (
        <PairList
          title="Largest residuals"
          note={`${percent(residuals.beyond, 1)} of the pairs are beyond ±.05; a residual of .1 and over is a pair that shares something of its own.`}
          heads={['left', 'r', 'made']}
          pairs={pairs.slice(0, MOST_PAIRS).map(({ a, b, found, reproduced, residual }) => ({
            a,
            b,
            figures: [coefficient(residual), coefficient(found), coefficient(reproduced)],
          }))}
          letters={letters}
        />
      )}
    />
  );
}
