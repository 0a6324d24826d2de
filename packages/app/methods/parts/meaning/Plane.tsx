import { useCallback, useMemo } from 'react';
import type { Matrix } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import type { LoadedReduction } from '../loadedReduction';
import { fileStem } from '@wold/core/writeup/fileStem';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { ChartHost } from '../../../charts/ChartHost';
import type { Size } from '../../../charts/size';
import { fixed, percent } from '@wold/core/writeup/format';
import { useNaming } from '../../../results/stages';
import { useSelection } from '../../../store/useStudy';
import { useShortName } from '../../../store/useShortName';
import { useMode } from '../../../theme/ThemeMode';
import { angleBetween, angleInWords } from './angle';
import { usePlacedColumns, type PlacedColumn } from './placedColumns';
import { planeOption, type Arrow } from './planeOption';
import { Choice } from '../../../controls/Choice';
import { useView } from '../../../store/useView';
import styles from './Plane.module.css';

interface PlaneProps {
  readonly reduction: LoadedReduction;
  readonly placement: Placement;
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
  placement,
  small = false,
  placed,
}: PlaneProps & { readonly placed: readonly PlacedColumn[] }) {
  const shortName = useShortName();
  const { tokens } = useMode();
  const { columns: chosen } = useSelection();
  const { names } = useNaming(reduction);
  const { shares, structure } = placement;
  const { measures, correlations } = structure!;
  const kept = correlations.columns;
  const dimensions = Array.from({ length: kept }, (_, d) => String(d + 1));
  const [right, setRight] = useView('plane right', dimensions, 'right');
  const [up, setUp] = useView('plane up', [...dimensions.slice(1, 2), '1', ...dimensions.slice(2)], 'up');
  const [x, y] = [Number(right), Number(up)];
  const arrows = useMemo(
    () => arrowsIn(measures, correlations, placed, x, kept > 1 ? y : null, chosen),
    [measures, correlations, placed, x, y, kept, chosen],
  );
  const axisName = useCallback(
    (d: number) => `${dimensionName(names, d)}${shares === null ? '' : `, ${percent(shares[d - 1]!, 1)}`}`,
    [names, shares],
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
      <Axes
        {...{ reduction, kept, x, y, small }}
        onRight={d => setRight(String(d))}
        onUp={d => setUp(String(d))}
      />
      <div className={styles.chart}>
        <ChartHost
          label="Plane: measures as arrows in two dimensions"
          fileStem={`${fileStem(reduction.name)}-plane`}
          option={option}
          numbers={numbers}
        />
      </div>
      <p className="soft small">
        <PairWords pair={pair} small={small} />
        {measures.length > MOST_ARROWS &&
          ` The ${MOST_ARROWS} longest of ${measures.length.toLocaleString('en')} arrows.`}
      </p>
    </>
  );
}

/** Measures and placed columns as arrows; of very many measures the longest and the chosen. @param y null where there is one dimension */
function arrowsIn(
  measures: readonly string[],
  correlations: Matrix,
  placed: readonly PlacedColumn[],
  x: number,
  y: number | null,
  chosen: readonly string[],
): Arrow[] {
  const at = (d: number, j: number) => correlations.values[(d - 1) * measures.length + j]!;
  const all = measures.map((measure, j) => ({ measure, x: at(x, j), y: y === null ? 0 : at(y, j) }));
  const beside = placed
    .map(({ column, correlations: own }) => ({
      measure: column,
      x: own[x - 1]!,
      y: y === null ? 0 : own[y - 1]!,
      placed: true,
    }))
    .filter(arrow => !Number.isNaN(arrow.x) && !Number.isNaN(arrow.y));
  if (all.length <= MOST_ARROWS) return [...all, ...beside];
  const length = (arrow: Arrow) => Math.hypot(arrow.x, arrow.y);
  const longest = all.toSorted((a, b) => length(b) - length(a)).slice(0, MOST_ARROWS);
  const others = all.filter(arrow => chosen.includes(arrow.measure) && !longest.includes(arrow));
  return [...longest, ...others, ...beside];
}

interface AxesProps {
  readonly reduction: LoadedReduction;
  readonly kept: number;
  readonly x: number;
  readonly y: number;
  readonly small: boolean;
  readonly onRight: (dimension: number) => void;
  readonly onUp: (dimension: number) => void;
}

/** Which dimensions the plane shows. */
function Axes({ reduction, kept, x, y, small, onRight, onUp }: AxesProps) {
  const { names } = useNaming(reduction);
  const name = (d: number) => dimensionName(names, d);
  const shared = { kept, reduction };
  return (
    <div className={styles.head}>
      <h2>
        {kept > 2 ? (
          <>
            <AxisChoice label="Dimension to the right" value={x} {...shared} onChange={onRight} />
            {small ? ' by ' : ' against '}
            <AxisChoice label="Dimension upward" value={y} {...shared} onChange={onUp} />
          </>
        ) : (
          `${name(x)}${kept > 1 ? ` against ${name(y)}` : ''}`
        )}
      </h2>
    </div>
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
  readonly reduction: LoadedReduction;
  readonly onChange: (dimension: number) => void;
}

function AxisChoice({ label, value, kept, reduction, onChange }: AxisChoiceProps) {
  const { names } = useNaming(reduction);
  return (
    <Choice
      label={label}
      labelled="unseen"
      value={String(value)}
      options={Array.from({ length: kept }, (_, d) => [String(d + 1), dimensionName(names, d + 1)])}
      onChoose={dimension => onChange(Number(dimension))}
    />
  );
}

interface PairWordsProps {
  readonly pair: readonly (Arrow | undefined)[];
  readonly small: boolean;
}

function PairWords({ pair: [a, b], small }: PairWordsProps) {
  if (a !== undefined && b !== undefined) return <Angle a={a} b={b} />;
  return small
    ? 'Shift and click a second measure for their angle.'
    : 'Arrows reach as far as the plane holds a measure; the circle is a correlation of 1.';
}
