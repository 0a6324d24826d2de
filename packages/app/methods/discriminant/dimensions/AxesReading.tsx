import Button from '@mui/material/Button';
import { useState } from 'react';
import { reductionExtent } from '@wold/core/recipe/extent';
import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import { givenName } from '@wold/core/writeup/dimensionName';
import { coefficient, count, figure, fixed, inWords, pEquation, percent } from '@wold/core/writeup/format';
import { isQuickToPermute, PERMUTATIONS } from '@wold/core/methods/discriminant/permuted';
import { Resulting } from '../../../readings/Problem';
import { useQuickResamples } from '../../../results/again';
import { useNaming } from '../../../results/stages';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { axesTable } from '@wold/core/methods/discriminant/tables';
import { fileStem } from '@wold/core/writeup/fileStem';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useTable } from '../../../store/TableContext';
import { useRecipe, useSelection } from '../../../store/useStudy';
import { useDiscriminant, usePermuted, useSet, type DiscriminantReduction } from '../results';
import { LabelsUsed } from '../LabelsUsed';
import styles from './AxesReading.module.css';

/** How many dimensions? The axes with what each holds of what parts the groups. */
export function AxesReading({ reduction }: { reduction: DiscriminantReduction }) {
  const found = useDiscriminant(reduction);
  return <Resulting reading={found}>{value => <Axes reduction={reduction} found={value} />}</Resulting>;
}

interface AxesProps {
  readonly reduction: DiscriminantReduction;
  readonly found: Discriminant;
}

function Axes({ reduction, found }: AxesProps) {
  const { kept, shares, levels, label, note, rows, placedRows, measures, singular, shrunk, sizes } = found;
  const isOfWhole = reductionExtent(useRecipe(), useTable(), reduction) === 'whole';
  const held = shares.slice(0, kept).reduce((sum, share) => sum + share, 0);
  const many = inWords(kept);
  return (
    <div className={styles.reading}>
      <div>
        <h2 className={styles.heading}>
          {many.charAt(0).toUpperCase()}
          {many.slice(1)} {kept === 1 ? 'axis holds' : 'axes hold'} {percent(held)} of what parts{' '}
          {count(levels.length, 'group')} of {label}
        </h2>
        <p className="soft small">
          Of {count(measures.length, 'measure')} in{' '}
          {count(isOfWhole ? Math.round(sizes.reduce((sum, size) => sum + size, 0)) : rows.length, 'row')}
          {placedRows.length > 0 &&
            `; ${count(placedRows.length, 'row')} without a known group only placed`}.{' '}
          {singular && 'The covariance within the groups is singular. '}
          {shrunk > 0 &&
            `The covariance within the groups was shrunk by ${percent(shrunk, 1)} towards equal variances of the prepared measures (Ledoit and Wolf 2004). `}
          {note}
        </p>
      </div>
      <AxesList reduction={reduction} found={found} />
      <LabelsUsed reduction={reduction} />
    </div>
  );
}

/** Axes beyond the first ten are not tested. */
const permutedText = (p: number | undefined): string =>
  p === undefined || Number.isNaN(p) ? '' : `${pEquation(p).replace('=', 'permuted')}`;

const MOST_LISTED = 100;

const eigenvalueText = (value: number): string => (value >= 1000 ? figure(value, 4) : fixed(value, 3));

function AxesList({ reduction, found }: AxesProps) {
  const dispatch = useAppDispatch();
  const { dimension } = useSelection();
  const { names } = useNaming(reduction);
  const set = useSet(reduction);
  const { value: again, stale } = useQuickResamples(reduction);
  const [asked, setAsked] = useState(false);
  const permuted = usePermuted(reduction, asked || isQuickToPermute(found));
  const intervals = stale || again === null ? null : again.eigenvalues;
  const { eigenvalues, shares, canonical, tests, kept } = found;
  let sum = 0;
  return (
    <div className={styles.list}>
      <div className={styles.out}>
        <TakeOutMenu
          label="Axes"
          fileStem={`${fileStem(reduction.name)}-axes`}
          numbers={() => axesTable({ names, result: found })}
        />
      </div>
      <table className={styles.table} aria-label="Axes">
        <thead>
          <tr>
            <th scope="col">axis</th>
            <th scope="col" colSpan={2}>
              share of what parts the groups
            </th>
            <th scope="col">up to here</th>
            <th scope="col" title="Squares between the groups over squares within them">
              eigenvalue
            </th>
            <th scope="col" title="√(λ / (1 + λ)): the canonical correlation">
              correlation with the label
            </th>
            <th scope="col" title="Whether this axis and those after it separate the groups">
              from here on
            </th>
            <th scope="col">
              <span className="unseen">keep</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {[...eigenvalues.slice(0, MOST_LISTED)].map((value, d) => {
            sum += shares[d]!;
            const test = tests?.[d];
            return (
              <tr key={d} data-kept={d < kept} data-cut={d === kept - 1} data-chosen={dimension === d + 1}>
                <th scope="row">
                  <button
                    type="button"
                    aria-label={`Axis ${d + 1}, in the lens`}
                    onClick={() => dispatch(selected({ dimension: d + 1 }))}
                  >
                    {d + 1} {givenName(names, d + 1) ?? ''}
                  </button>
                </th>
                <td className={styles.barCell}>
                  <span className={styles.bar}>
                    <span style={{ width: `${100 * shares[d]!}%` }} />
                  </span>
                </td>
                <td>{percent(shares[d]!, 1)}</td>
                <td>{percent(sum, 1)}</td>
                <td>
                  {eigenvalueText(value)}
                  {intervals?.[d] !== undefined && !Number.isNaN(intervals[d].low) && (
                    <span className={`soft small ${styles.interval}`} title="95 % bootstrap interval">
                      {eigenvalueText(intervals[d].low)} to {eigenvalueText(intervals[d].high)}
                    </span>
                  )}
                </td>
                <td>{coefficient(canonical[d]!)}</td>
                <td>
                  {test !== undefined && (
                    <span
                      title={`Bartlett’s test: Wilks’ Λ ${figure(test.lambda, 3)}, χ² ${figure(test.chiSquare, 4)}, ${test.df} degrees of freedom`}
                    >
                      p {pEquation(test.p)}
                    </span>
                  )}
                  <span className={`soft small ${styles.interval}`}>
                    {permutedText(permuted.value?.p[d])}
                  </span>
                </td>
                <td>
                  {d === kept - 1 ? (
                    <span className="soft small">the last kept</span>
                  ) : (
                    <button
                      type="button"
                      className={styles.keep}
                      onClick={() => set({ keep: d + 1 === eigenvalues.length ? 'all' : d + 1 }, 'keep')}
                    >
                      keep to here
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="soft small">
        From here on, for this axis and those after it: {tests !== null && 'Bartlett’s test (1947), for '}
        {tests !== null && 'variables normal within the groups; below it '}
        {permuted.value === null
          ? 'permutations of the label. '
          : `the p by ${permuted.value.done}${permuted.value.done < PERMUTATIONS ? ` of ${PERMUTATIONS}` : ''} permutations of the label, which asks for no distribution. `}
        {tests === null && 'A covariance that was shrunk has no test by a distribution. '}
        {permuted.waits && <Button onClick={() => setAsked(true)}>Permute the label</Button>}
        {intervals !== null &&
          (again!.flat === again!.done
            ? `No interval: none of ${again!.done} resamples has axes, since fewer different rows than measures leave the covariance within groups singular. Let it be shrunk. `
            : 'Below each eigenvalue: its 95 % bootstrap interval, by the same shrinkage, corrected for the bias of resampling. ')}
        {eigenvalues.length > MOST_LISTED &&
          `The first ${MOST_LISTED} of ${eigenvalues.length}; all are in the file.`}
      </p>
    </div>
  );
}
