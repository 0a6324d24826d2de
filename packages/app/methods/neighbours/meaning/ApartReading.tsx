import Link from '@mui/material/Link';
import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import type { Region, RegionApart } from '@wold/core/methods/neighbours/setApart';
import { columnOf } from '@wold/core/algebra/matrix';
import { fileStem } from '@wold/core/writeup/fileStem';
import { count, figure, fixed } from '@wold/core/writeup/format';
import { DivergingBar } from '../../../charts/DivergingBar';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Resulting } from '../../../readings/Problem';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useSelection } from '../../../store/useStudy';
import { useView } from '../../../store/useView';
import { OtherColumns } from '../../parts/meaning/OtherColumns';
import { useNeighbourMap, useSetApart, type NeighboursReduction } from '../results';
import { regionOf } from './region';
import { RegionChoices } from './RegionChoices';
import styles from './ApartReading.module.css';

const VIEWS = [
  ['apart', 'What sets it apart'],
  ['axes', 'Columns along the axes'],
] as const;

/** What do they mean? The columns that set a region apart, and how every column goes with the axes. */
export function ApartReading({ reduction }: { reduction: NeighboursReduction }) {
  const map = useNeighbourMap(reduction);
  return <Resulting reading={map}>{value => <Views reduction={reduction} map={value} />}</Resulting>;
}

function Views({ reduction, map }: { reduction: NeighboursReduction; map: NeighbourMap }) {
  const [view, setView] = useView(
    'apart',
    VIEWS.map(([name]) => name),
  );
  const { rows } = useSelection();
  const region = regionOf(reduction.settings.apart, rows);
  return (
    <div className={styles.reading}>
      <ViewSwitch views={VIEWS} view={view} onView={setView} />
      {view === 'axes' ? (
        <Axes reduction={reduction} map={map} />
      ) : region === null ? (
        <RegionChoices reduction={reduction} />
      ) : (
        <Apart reduction={reduction} region={region} />
      )}
    </div>
  );
}

/** A bar is full at so many standard deviations. */
const FULL = 3;
const MOST_LISTED = 200;

function Apart({ reduction, region }: { reduction: NeighboursReduction; region: Region }) {
  const reading = useSetApart(reduction, region);
  return (
    <Resulting reading={reading}>{value => <ApartTable reduction={reduction} apart={value} />}</Resulting>
  );
}

function ApartTable({ reduction, apart }: { reduction: NeighboursReduction; apart: RegionApart }) {
  const dispatch = useAppDispatch();
  const { columns } = useSelection();
  const shown = apart.columns.slice(0, MOST_LISTED);
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Columns that set the rows apart">
      <div className={styles.headed}>
        <p>
          {count(apart.n, 'row')} against {apart.others.toLocaleString('en')} others, columns that differ most
          first.
        </p>
        <TakeOutMenu
          label="Columns that set the rows apart"
          fileStem={`${fileStem(reduction.name)}-apart`}
          numbers={() => [
            ['column', 'd', 'overlap', 'mean', 'mean of the others'],
            ...apart.columns.map(({ column, d, overlap, mean, meanOfOthers }) => [
              column,
              ...[d, overlap, mean, meanOfOthers].map(String),
            ]),
          ]}
        />
      </div>
      <table className={styles.table} aria-label="Columns that set the rows apart">
        <thead>
          <tr>
            <th scope="col">column</th>
            <th scope="col" className={styles.bar}>
              d
            </th>
            <th scope="col">overlap</th>
            <th scope="col">mean</th>
            <th scope="col">of the others</th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ column, d, overlap, mean, meanOfOthers }) => (
            <tr key={column} data-chosen={columns.includes(column)}>
              <th scope="row">
                <Link
                  component="button"
                  type="button"
                  onClick={() => dispatch(selected({ columns: [column] }))}
                >
                  {column}
                </Link>
              </th>
              <td>
                {Number.isNaN(d) ? (
                  <span className="soft">does not vary</span>
                ) : (
                  <span className={styles.cell}>
                    <span className="number">{fixed(d, 2)}</span>
                    <DivergingBar value={d / FULL} faded={Math.abs(d) < 0.5} />
                  </span>
                )}
              </td>
              <td className="number">{fixed(overlap, 2)}</td>
              <td className="number">{figure(mean, 4)}</td>
              <td className="number">{figure(meanOfOthers, 4)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {apart.columns.length > shown.length && (
        <p className="soft small">
          and {(apart.columns.length - shown.length).toLocaleString('en')} more, which differ less
        </p>
      )}
      <p className="soft small">
        Rows that were chosen because they lie together differ in what brought them together: what is large
        here describes the region and tests nothing.
      </p>
    </div>
  );
}

function Axes({ reduction, map }: { reduction: NeighboursReduction; map: NeighbourMap }) {
  const spread = Array.from({ length: map.at.columns }, (_, d) => deviation(columnOf(map.at, d)));
  return (
    <>
      <p className={styles.caution}>
        The axes of such a map have no meaning of their own: another seed turns or mirrors it. A column that
        goes with one shades the map evenly; one that goes with none may still tell its groups apart.
      </p>
      <OtherColumns reduction={reduction} measures={map.measures} spread={spread} />
    </>
  );
}

/** About 0, in which a map lies. */
const deviation = (values: Float64Array): number =>
  Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / Math.max(1, values.length - 1)) || 1;
