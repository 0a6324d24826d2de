import { givenName, type NamedDimension } from '@wold/core/writeup/dimensionName';
import { useCallback, useMemo, useState } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import type { Reduction } from '@wold/core/recipe/schema';
import { eigenvaluesTable } from '@wold/core/methods/components/tables';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost, type Size } from '../../../charts/ChartHost';
import { figure, fixed, inWords, percent } from '../../../charts/format';
import { useAccount } from '../../../results/stages';
import { useComponents, useRetention } from '../results';
import { selected } from '../../../store/studySlice';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../../../store/store';
import { useEdit, useRecipe, useSelection } from '../../../store/useStudy';
import { useMode } from '../../../theme/ThemeMode';
import { Figures } from '../../../readings/Figures';
import { Resulting } from '../../../readings/Problem';
import { basisName } from '../../../readings/preparation/PreparationBrief';
import { costOf } from './cost';
import { CutLine } from './CutLine';
import { Votes } from './Votes';
import { againstLine, logHelps, screeOption, shownDimensions } from './screeOption';
import styles from './DimensionsReading.module.css';

/** How many dimensions? The scree with a cut line, the eigenvalues, and what the cut costs. */
export function DimensionsReading({ reduction }: { reduction: Reduction }) {
  const components = useComponents(reduction);
  return (
    <Resulting reading={components}>
      {value => <Dimensions reduction={reduction} components={value} />}
    </Resulting>
  );
}

function Dimensions({ reduction, components }: { reduction: Reduction; components: Components }) {
  const { kept, eigenvalues, shares, average, measures, note } = components;
  const recipe = useRecipe();
  const edit = useEdit();
  const { tokens } = useMode();
  const { value: account } = useAccount();
  const cost = useMemo(() => costOf(components), [components]);
  const basis =
    reduction.settings.basis === 'prepared' ? (account?.scale ?? 'unit-variance') : reduction.settings.basis;
  const rank = eigenvalues.reduce((n, value) => n + Number(value > 0), 0);
  const shown = shownDimensions(eigenvalues.length, kept);

  const isOne = Math.abs(average - 1) < 1e-9;

  const retention = useRetention(reduction);
  const found = retention.value;
  const onCorrelations = basis === 'unit-variance' || basis === 'correlations';
  const helps = logHelps(eigenvalues, kept);
  const [log, setLog] = useState<boolean | null>(null);
  const [cumulative, setCumulative] = useState(false);
  const asLog = log ?? helps;
  const against = useMemo(
    () =>
      // Random data and sticks are of correlations; on another scale they are no match.
      found === null || !onCorrelations
        ? []
        : [
            ...(found.random === null
              ? []
              : [
                  { name: 'random data, percentile', values: found.random.percentile },
                  { name: 'random data, mean', values: found.random.mean },
                ]),
            { name: 'broken stick', values: found.sticks },
          ],
    [found, onCorrelations],
  );

  const option = useCallback(
    (size: Size) =>
      screeOption(
        {
          eigenvalues,
          shares,
          kept,
          average,
          against,
          averageName: isOne ? 'eigenvalue 1' : `average ${figure(average)}`,
          log: asLog,
          cumulative,
        },
        tokens,
        size,
      ),
    [eigenvalues, shares, kept, average, isOne, tokens, against, asLog, cumulative],
  );
  const numbers = useCallback(
    () => eigenvaluesTable({ names: reduction.names, result: components }),
    [reduction.names, components],
  );
  // The hand may be ahead of the result.
  const wanted = reduction.settings.keep === 'above-average' ? kept : Math.min(reduction.settings.keep, rank);
  const cut = (to: number) => edit(withSettings(recipe, reduction, { keep: to }), `keep ${reduction.id}`);

  return (
    <div className={styles.reading}>
      <div>
        <h2 className={styles.heading}>{heading(kept, cost.held)}</h2>
        <p className="soft small">
          Eigenvalues of the {onCorrelations ? 'correlations' : basisName(basis)} of{' '}
          {measures.length.toLocaleString('en')} measures in {components.rows.length.toLocaleString('en')}{' '}
          rows.
          {shown < eigenvalues.length && ` The first ${shown} of ${eigenvalues.length} are drawn.`} {note}
        </p>
      </div>
      <Votes reduction={reduction} retention={retention} kept={wanted} most={rank} onCut={cut} />
      <div className={styles.pictures}>
        <div className={styles.scree}>
          <ul className={styles.legend} aria-label="Held against">
            {against.map(({ name }, index) => {
              const { color, type, width } = againstLine(index, tokens);
              return (
                <li key={name}>
                  <span style={{ borderTop: `${width}px ${type} ${color}` }} />
                  {name}
                </li>
              );
            })}
            <li>
              <label>
                <input
                  type="checkbox"
                  checked={cumulative}
                  onChange={event => setCumulative(event.target.checked)}
                />
                running share, of 100 %
              </label>
            </li>
            <li>
              <label>
                <input type="checkbox" checked={asLog} onChange={event => setLog(event.target.checked)} />
                log scale
              </label>
            </li>
          </ul>
          <ChartHost
            label="Scree: eigenvalues by dimension"
            fileStem={`${fileStem(reduction.name)}-scree`}
            option={option}
            numbers={numbers}
          >
            <CutLine kept={wanted} shown={shown} most={rank} onCut={cut} />
          </ChartHost>
        </div>
        <Eigenvalues components={components} names={reduction.names} />
      </div>
      <div className={styles.cost}>
        <Figures
          figures={[
            { value: percent(cost.held), of: 'of the variance kept' },
            {
              value: `${cost.poorlyHeld.length} of ${measures.length.toLocaleString('en')}`,
              of: 'measures held below 0.4',
            },
            ...(components.residualShare === null
              ? []
              : [
                  {
                    value: percent(components.residualShare),
                    of: 'of the correlations missed by over .05',
                  },
                ]),
            {
              value: cost.thin.length === 0 ? 'none' : `${cost.thin.length} of ${kept}`,
              of: 'dimensions led by fewer than three',
            },
          ]}
        />
        <p className="soft small">
          What keeping {inWords(kept)} costs. Drag the line, or move it with <kbd>←</kbd> <kbd>→</kbd>; the
          brief takes a number.
        </p>
      </div>
    </div>
  );
}

function heading(kept: number, held: number): string {
  const many = inWords(kept);
  const subject = `${many.charAt(0).toUpperCase()}${many.slice(1)} dimension${kept === 1 ? ' holds' : 's hold'}`;
  return `${subject} ${percent(held)} of the variance`;
}

function runningSums(values: Float64Array): Float64Array {
  const sums = values.slice();
  for (let d = 1; d < sums.length; d++) sums[d]! += sums[d - 1]!;
  return sums;
}

const MOST_ROWS = 400;

function Eigenvalues({ components, names }: { components: Components; names: readonly NamedDimension[] }) {
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
                  title={givenName(names, d + 1)}
                  aria-label={`Dimension ${d + 1}`}
                  onClick={() => dispatch(selected({ dimension: d + 1 }))}
                >
                  {d + 1}
                </button>
              </th>
              <td>{value >= 1000 || (value > 0 && value < 0.0005) ? figure(value) : fixed(value, 3)}</td>
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
