import { useCallback, useMemo, useState } from 'react';
import type { Components } from '@wold/core/methods/components/components';
import type { Reduction } from '@wold/core/recipe/schema';
import { fileStem } from '@wold/core/writeup/fileStem';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { ChartHost, type Size } from '../../../charts/ChartHost';
import { fixed, percent } from '../../../charts/format';
import { useSelection } from '../../../store/useStudy';
import { useShortName } from '../../../store/useShortName';
import { useMode } from '../../../theme/ThemeMode';
import { angleBetween, angleInWords } from './angle';
import { usePlacedColumns, type PlacedColumn } from './placedColumns';
import { planeOption, type Arrow } from './planeOption';
import styles from './Plane.module.css';

interface PlaneProps {
  readonly reduction: Reduction;
  readonly components: Components;
  readonly small?: boolean;
}

/** More arrows than this are no picture: the longest are drawn, and the selected. */
const MOST_ARROWS = 150;

/** The plane of two dimensions with measures as arrows, and the angle between two that are selected. */
export function Plane(props: PlaneProps) {
  return props.reduction.settings.placed.length === 0 ? (
    <Arrows {...props} placed={NO_COLUMNS} />
  ) : (
    <ArrowsAndPlaced {...props} />
  );
}

const NO_COLUMNS: readonly PlacedColumn[] = [];

function ArrowsAndPlaced(props: PlaneProps) {
  return <Arrows {...props} placed={usePlacedColumns(props.reduction)} />;
}

function Arrows({
  reduction,
  components,
  small = false,
  placed,
}: PlaneProps & { readonly placed: readonly PlacedColumn[] }) {
  const shortName = useShortName();
  const { tokens } = useMode();
  const { columns: chosen } = useSelection();
  const { kept, measures, correlations, heldBy } = components;
  const [axes, setAxes] = useState<readonly [number, number]>([1, 2]);
  const [x, y] = [Math.min(axes[0], kept), Math.min(axes[1], kept)];
  const arrows = useMemo((): Arrow[] => {
    const p = measures.length;
    const at = (d: number, j: number) => correlations.values[(d - 1) * p + j]!;
    const all = measures.map((measure, j) => ({ measure, x: at(x, j), y: kept > 1 ? at(y, j) : 0 }));
    const beside = placed
      .map(({ column, correlations: own }) => ({
        measure: column,
        x: own[x - 1]!,
        y: kept > 1 ? own[y - 1]! : 0,
        placed: true,
      }))
      .filter(arrow => !Number.isNaN(arrow.x) && !Number.isNaN(arrow.y));
    if (all.length <= MOST_ARROWS) return [...all, ...beside];
    const length = (arrow: Arrow) => Math.hypot(arrow.x, arrow.y);
    const longest = all.toSorted((a, b) => length(b) - length(a)).slice(0, MOST_ARROWS);
    return [
      ...longest,
      ...all.filter(arrow => chosen.includes(arrow.measure) && !longest.includes(arrow)),
      ...beside,
    ];
  }, [measures, correlations, kept, x, y, chosen, placed]);
  const axisName = useCallback(
    (d: number) => `${dimensionName(reduction.names, d)}, ${percent(heldBy[d - 1]!, 1)}`,
    [reduction.names, heldBy],
  );
  const option = useCallback(
    (size: Size) =>
      planeOption(
        { arrows, chosen, shortName, xName: axisName(x), yName: kept > 1 ? axisName(y) : '' },
        tokens,
        size,
      ),
    [arrows, chosen, shortName, axisName, x, y, kept, tokens],
  );
  const numbers = useCallback(
    () => [
      ['measure', axisName(x), axisName(y)],
      ...arrows.map(arrow => [arrow.measure, String(arrow.x), String(arrow.y)]),
    ],
    [arrows, axisName, x, y],
  );
  const pair = chosen.slice(-2).map(measure => arrows.find(arrow => arrow.measure === measure));
  return (
    <>
      <div className={styles.head}>
        <h2>
          {kept > 2 ? (
            <>
              <AxisChoice
                label="Dimension to the right"
                value={x}
                kept={kept}
                reduction={reduction}
                onChange={d => setAxes([d, y])}
              />
              {small ? ' by ' : ' against '}
              <AxisChoice
                label="Dimension upward"
                value={y}
                kept={kept}
                reduction={reduction}
                onChange={d => setAxes([x, d])}
              />
            </>
          ) : (
            `${dimensionName(reduction.names, x)}${kept > 1 ? ` against ${dimensionName(reduction.names, y)}` : ''}`
          )}
        </h2>
      </div>
      <div className={styles.chart}>
        <ChartHost
          label="Plane: measures as arrows in two dimensions"
          fileStem={`${fileStem(reduction.name)}-plane`}
          option={option}
          numbers={numbers}
        />
      </div>
      <p className="soft small">
        {pair.length === 2 && pair[0] && pair[1] ? (
          <Angle a={pair[0]} b={pair[1]} />
        ) : small ? (
          'Shift and click a second measure for their angle.'
        ) : (
          'Arrows reach as far as the plane holds a measure; the circle is a correlation of 1.'
        )}
        {measures.length > MOST_ARROWS &&
          ` The ${MOST_ARROWS} longest of ${measures.length.toLocaleString('en')} arrows.`}
      </p>
    </>
  );
}

function Angle({ a, b }: { a: Arrow; b: Arrow }) {
  const degrees = angleBetween([a.x, a.y], [b.x, b.y]);
  return (
    <>
      {a.measure} and {b.measure} stand at <strong>{fixed(degrees, 0)}°</strong>: {angleInWords(degrees)}.
    </>
  );
}

interface AxisChoiceProps {
  readonly label: string;
  readonly value: number;
  readonly kept: number;
  readonly reduction: Reduction;
  readonly onChange: (dimension: number) => void;
}

function AxisChoice({ label, value, kept, reduction, onChange }: AxisChoiceProps) {
  return (
    <select
      className={styles.choice}
      aria-label={label}
      value={value}
      onChange={event => onChange(Number(event.target.value))}
    >
      {Array.from({ length: kept }, (_, d) => (
        <option key={d} value={d + 1}>
          {dimensionName(reduction.names, d + 1)}
        </option>
      ))}
    </select>
  );
}
