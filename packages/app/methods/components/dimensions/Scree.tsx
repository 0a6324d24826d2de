import Checkbox from '@mui/material/Checkbox';
import { useCallback, useMemo, useState } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import { eigenvaluesTable } from '@wold/core/methods/components/tables';
import type { Retention } from '@wold/core/dimensions/retention';
import type { Reduction } from '@wold/core/recipe/schema';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import { figure } from '../../../charts/format';
import { useNaming } from '../../../results/stages';
import { useMode } from '../../../theme/ThemeMode';
import { CutLine } from './CutLine';
import { againstLine, screeOption, shownDimensions, type Against } from './screeOption';
import styles from './DimensionsReading.module.css';

interface ScreeProps {
  readonly reduction: Reduction;
  readonly components: Components;
  /** What eigenvalues are held against; null where that is not there, or of another kind. */
  readonly retention: Retention | null;
  /** Dimensions that the hand wants kept, and the most there can be. */
  readonly kept: number;
  readonly most: number;
  readonly onCut: (to: number) => void;
}

/** The scree with its cut line, and what its lines are. */
export function Scree({ reduction, components, retention, kept: wanted, most, onCut }: ScreeProps) {
  const { kept, eigenvalues, shares, average } = components;
  const { tokens } = useMode();
  const { names } = useNaming(reduction);
  const [log, setLog] = useState(false);
  const [cumulative, setCumulative] = useState(false);
  const { percentile } = reduction.settings.retention;
  const [factors, setFactors] = useState(false);
  const against = useMemo(() => linesOf(retention, factors, percentile), [retention, factors, percentile]);
  const averageName = Math.abs(average - 1) < 1e-9 ? 'eigenvalue 1' : `average ${figure(average)}`;
  const option = useCallback(
    (size: Size) =>
      screeOption(
        { eigenvalues, shares, kept, average, against, averageName, log, cumulative },
        tokens,
        size,
      ),
    [eigenvalues, shares, kept, average, against, averageName, log, cumulative, tokens],
  );
  const numbers = useCallback(
    () => eigenvaluesTable({ names, result: components }, retention?.random ?? null),
    [names, components, retention],
  );
  return (
    <div className={styles.scree}>
      <div>
        <ul className={styles.legend} aria-label="Held against">
          {against.map(({ kind, name }) => {
            const { color, type, width } = againstLine(kind, tokens);
            return (
              <li key={name}>
                <span style={{ borderTop: `${width}px ${type} ${color}` }} />
                {name}
              </li>
            );
          })}
        </ul>
        <ul className={styles.legend} aria-label="Shown too">
          {retention !== null && retention.reduced !== null && (
            <Check name="common factors" checked={factors} onChange={setFactors} />
          )}
          <Check name="running share" checked={cumulative} onChange={setCumulative} />
          <Check name="log scale" checked={log} onChange={setLog} />
        </ul>
      </div>
      <ChartHost
        label="Scree: eigenvalues by dimension"
        fileStem={`${fileStem(reduction.name)}-scree`}
        option={option}
        numbers={numbers}
      >
        <CutLine kept={wanted} shown={shownDimensions(eigenvalues.length, kept)} most={most} onCut={onCut} />
      </ChartHost>
    </div>
  );
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

interface CheckProps {
  readonly name: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

function Check({ name, checked, onChange }: CheckProps) {
  return (
    <li>
      <label>
        <Checkbox checked={checked} onChange={event => onChange(event.target.checked)} />
        {name}
      </label>
    </li>
  );
}
