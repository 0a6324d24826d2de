import { useCallback, useState, type ReactNode } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import { CheckItem } from '../../../controls/CheckItem';
import type { Numbers } from '../../../outputs/TakeOutMenu';
import { useMode } from '../../../theme/ThemeMode';
import { CutLine } from './CutLine';
import { againstLine, screeOption, shownDimensions, type Against, type Screed } from './screeOption';
import styles from './DimensionsReading.module.css';

interface ScreeProps {
  readonly reduction: Reduction;
  /** What is drawn, and held against what. */
  readonly of: Screed;
  readonly against: readonly Against[];
  /** Dimensions that the hand wants kept, and the most there can be. */
  readonly wanted: number;
  readonly most: number;
  readonly onCut: (to: number) => void;
  readonly numbers: () => Numbers;
  /** More to be shown or not. */
  readonly checks?: ReactNode;
}

/** The scree with its cut line, and what its lines are. */
export function Scree({ reduction, of, against, wanted, most, onCut, numbers, checks }: ScreeProps) {
  const { tokens } = useMode();
  const [log, setLog] = useState(false);
  const [cumulative, setCumulative] = useState(false);
  const positive = of.eigenvalues.every(value => value >= 0);
  const option = useCallback(
    (size: Size) => screeOption({ ...of, against, log: log && positive, cumulative }, tokens, size),
    [of, against, log, positive, cumulative, tokens],
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
          {(of.intervals ?? null) !== null && <li>grey bars: 95 % of resamples</li>}
          {checks}
          {of.shares !== null && (
            <CheckItem name="running share" checked={cumulative} onChange={setCumulative} />
          )}
          {positive && <CheckItem name="log scale" checked={log} onChange={setLog} />}
        </ul>
      </div>
      <ChartHost
        label="Scree: eigenvalues by dimension"
        fileStem={`${fileStem(reduction.name)}-scree`}
        option={option}
        numbers={numbers}
      >
        <CutLine
          kept={wanted}
          shown={shownDimensions(of.eigenvalues.length, of.kept)}
          most={most}
          onCut={onCut}
        />
      </ChartHost>
    </div>
  );
}
