import { useMemo } from 'react';
import type { RandomEigenvalues } from '@wold/core/dimensions/parallelAnalysis';
import type { Components } from '@wold/core/methods/components/components';
import { givenName, type NamedDimension } from '@wold/core/writeup/dimensionName';
import { figure, fixed, percent } from '@wold/core/writeup/format';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useSelection } from '../../../store/useStudy';
import styles from '../../parts/dimensions/DimensionsReading.module.css';

function runningSums(values: Float64Array): Float64Array {
  const sums = values.slice();
  for (let d = 1; d < sums.length; d++) sums[d]! += sums[d - 1]!;
  return sums;
}

const eigenvalueText = (value: number | undefined): string => {
  if (value === undefined) return '';
  return value >= 1000 || (value > 0 && value < 0.0005) ? figure(value) : fixed(value, 3);
};

const MOST_ROWS = 400;

interface EigenvaluesProps {
  readonly components: Components;
  readonly names: readonly NamedDimension[];
  /** Those of random data, where they are of the same scale. */
  readonly random: RandomEigenvalues | null;
  /** Those of the sample at hand, beside those of the whole table in its engine. */
  readonly ofSample: Float64Array | null;
}

/** Every dimension's eigenvalue and share; the kept ones above the line. */
export function Eigenvalues({ components, names, random, ofSample }: EigenvaluesProps) {
  const dispatch = useAppDispatch();
  const { dimension } = useSelection();
  const { eigenvalues, shares, kept } = components;
  const cumulative = useMemo(() => runningSums(shares), [shares]);
  return (
    <div className={styles.table} tabIndex={0} role="region" aria-label="Eigenvalues, list">
      <table>
        <thead>
          <tr>
            <th scope="col">dim.</th>
            <th scope="col">eigenvalue</th>
            {ofSample !== null && (
              <th scope="col" title="The same of the rows at hand alone: how far a sample is off">
                sample
              </th>
            )}
            {random !== null && (
              <th scope="col" title="The percentile of the eigenvalues of random data">
                random
              </th>
            )}
            <th scope="col">share</th>
            <th scope="col">up to here</th>
          </tr>
        </thead>
        <tbody>
          {[...eigenvalues.subarray(0, MOST_ROWS)].map((value, d) => (
            <tr key={d} data-kept={d < kept} data-cut={d === kept - 1} data-chosen={dimension === d + 1}>
              <th scope="row">
                <button
                  type="button"
                  title={components.rotation === null ? givenName(names, d + 1) : undefined}
                  aria-label={`Dimension ${d + 1}`}
                  onClick={() => dispatch(selected({ dimension: d + 1 }))}
                >
                  {d + 1}
                </button>
              </th>
              <td>{eigenvalueText(value)}</td>
              {ofSample !== null && <td>{eigenvalueText(ofSample[d])}</td>}
              {random !== null && (
                <td data-above={value > random.percentile[d]!}>{eigenvalueText(random.percentile[d])}</td>
              )}
              <td>{percent(shares[d]!, 1)}</td>
              <td>{percent(cumulative[d]!, 1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {eigenvalues.length > MOST_ROWS && (
        <p className="soft small">
          The first {MOST_ROWS} of {eigenvalues.length}; all are in the file.
        </p>
      )}
    </div>
  );
}
