import Checkbox from '@mui/material/Checkbox';
import { useCallback, useMemo } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import { correlationP, type Suitability } from '@wold/core/suitability/suitability';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, fixed, pWords } from '@wold/core/writeup/format';
import { MatrixFrame } from '../../charts/matrix/MatrixFrame';
import { PairList } from '../../charts/matrix/PairList';
import type { ShortName } from '../../charts/namesApart';
import type { Numbers } from '../../outputs/TakeOutMenu';
import { useStudy } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { strongestPairs } from './strongestPairs';
import { useView } from '../../store/useView';

const MOST_PAIRS = 60;

/** The correlation matrix, related measures together, and the strongest pairs in a list. */
export function MatrixView({ found }: { found: Suitability }) {
  const shortName = useShortName();
  const stem = fileStem(useStudy().name);
  const [relations, setRelations] = useView('matrix', ['correlations', 'partial'], 'relations');
  const partial = relations === 'partial';
  const matrix = partial && found.antiImage !== null ? found.antiImage : found.correlations;
  const names = useMemo(() => found.order.map(j => found.measures[j]!.measure), [found]);
  const pairs = useMemo(() => strongestPairs(found, MOST_PAIRS, matrix), [found, matrix]);
  const shown = partial && found.antiImage !== null;
  const value = useCallback(
    (a: number, b: number) => entry(matrix, found.order[a]!, found.order[b]!),
    [matrix, found],
  );
  const adequacy = useCallback((a: number) => found.measures[found.order[a]!]!.kmo, [found]);
  const n = shown ? null : found.n;
  return (
    <MatrixFrame
      label={`${partial ? 'Partial correlations' : 'Correlations'} of ${names.length} measures, related ones together; the strongest pairs are in the list`}
      entries={shown ? 'Partial correlations' : 'Correlations'}
      fileStem={`${stem}-${shown ? 'partial' : 'correlations'}`}
      of={found}
      {...{ names, value }}
      full={1}
      diagonal={shown ? adequacy : null}
      diagonalIs={shown ? 'sampling adequacy' : ''}
      words={(row, column) =>
        row === column && shown
          ? `${shortName(names[row]!, 40)}: sampling adequacy ${fixed(adequacy(row), 2)}`
          : pairWords(found, value(row, column), [names[row]!, names[column]!], partial, shortName)
      }
      numbers={() => matrixNumbers(found, shown)}
      tools={
        found.antiImage !== null && (
          <label className="small">
            <Checkbox
              checked={partial}
              onChange={event => setRelations(event.target.checked ? 'partial' : 'correlations')}
            />{' '}
            partial, given all others
          </label>
        )
      }
      beside={letters => (
        <PairList
          title={shown ? 'Strongest pairs, given all others' : 'Strongest pairs'}
          heads={[shown ? 'partial r' : 'r', ...(n === null ? [] : ['p'])]}
          pairs={pairs.map(({ a, b, r }) => ({
            a,
            b,
            figures: [coefficient(r), ...(n === null ? [] : [pWords(correlationP(r, n))])],
          }))}
          letters={letters}
        />
      )}
    />
  );
}

/** What the pointer is over, in words. */
function pairWords(
  found: Suitability,
  r: number,
  [a, b]: readonly [string, string],
  partial: boolean,
  shortName: ShortName,
): string {
  if (a === b) return a;
  const p = found.n === null || partial ? '' : `, p ${pWords(correlationP(r, found.n))}`;
  return `${shortName(a, 40)} and ${shortName(b, 40)}: ${partial ? 'partial ' : ''}r ${coefficient(r)}${p}`;
}

/** The matrix as shown, in the order of the measures; the diagonal of partial correlations holds sampling adequacies. */
function matrixNumbers({ measures, correlations, antiImage }: Suitability, partial: boolean): Numbers {
  const matrix = partial ? antiImage! : correlations;
  return [
    [partial ? 'partial correlation' : 'correlation', ...measures.map(({ measure }) => measure)],
    ...measures.map(({ measure, kmo }, i) => [
      measure,
      ...measures.map((_, j) => (partial && i === j ? String(kmo) : String(entry(matrix, i, j)))),
    ]),
  ];
}
