import type { MapAgreement, MapQuality } from '@wold/core/methods/neighbours/quality';
import { coefficient, count, percent } from '@wold/core/writeup/format';
import { findColumn } from '@wold/core/table/table';
import { fileStem } from '@wold/core/writeup/fileStem';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Resulting } from '../../../readings/Problem';
import { VerdictTable, type TabledVerdict } from '../../../readings/VerdictTable';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { useTable } from '../../../store/TableContext';
import { useView } from '../../../store/useView';
import { CourseBar } from '../course/CourseBar';
import {
  useLabelInHand,
  useMapAgreement,
  useMapQuality,
  useNeighbourMap,
  type NeighboursReduction,
} from '../results';
import { TRUE_ENOUGH } from './answer';
import { DistancesView } from './DistancesView';
import { GapsView } from './GapsView';
import { NothingView } from './NothingView';
import { OverSizes } from './OverSizes';
import { rankedRows } from './rankedRows';
import { SeedsView } from './SeedsView';
import { WorstRows } from './WorstRows';
import styles from './TruenessReading.module.css';

const VIEWS = [
  ['true', 'How true'],
  ['distances', 'Distances'],
  ['seeds', 'Other seeds'],
  ['gaps', 'Gaps'],
  ['nothing', 'Beside nothing'],
] as const;

/** Can I rely on it? How true the map is to the neighbours in the table, and whether a label agrees among them. */
export function TruenessReading({ reduction }: { reduction: NeighboursReduction }) {
  const map = useNeighbourMap(reduction);
  const [view, setView] = useView(
    'trueness',
    VIEWS.map(([name]) => name),
  );
  if (map.value === null || map.problem !== null) return <Resulting reading={map}>{() => null}</Resulting>;
  if (map.stale) {
    return (
      <div className={styles.reading}>
        <CourseBar reduction={reduction} />
        <p className="soft">The map is judged once it is laid out.</p>
      </div>
    );
  }
  return (
    <div className={styles.reading}>
      <ViewSwitch views={VIEWS} view={view} onView={setView} />
      {view === 'true' && <HowTrue reduction={reduction} />}
      {view === 'distances' && <DistancesView reduction={reduction} />}
      {view === 'seeds' && <SeedsView reduction={reduction} />}
      {view === 'gaps' && <GapsView reduction={reduction} />}
      {view === 'nothing' && <NothingView reduction={reduction} />}
    </div>
  );
}

/** At the size in hand, at all sizes, and row by row. */
function HowTrue({ reduction }: { reduction: NeighboursReduction }) {
  const quality = useMapQuality(reduction);
  const agreement = useMapAgreement(reduction);
  const label = useLabelInHand(reduction);
  const { value: map } = useNeighbourMap(reduction);
  return (
    <>
      <Resulting reading={quality}>
        {value => (
          <>
            <VerdictTable label="How true the map is" verdicts={verdictsOf(value)} />
            <div className={styles.beside}>
              <OverSizes reduction={reduction} />
              {map !== null && (
                <WorstRows
                  label="Rows told least"
                  figure="neighbours kept"
                  rows={rankedRows(map.rows, value.keptEach, true)}
                  write="share"
                />
              )}
            </div>
            <p className="soft small">
              {value.sampled === null
                ? 'Of all rows that differ.'
                : `Estimated from ${value.sampled.toLocaleString('en')} rows drawn at random, held against all others.`}{' '}
              Question 6 colours each row by its own figures. A high figure says that near rows are near, and
              nothing of far ones: gaps, sizes and distances between groups are the method’s.
            </p>
          </>
        )}
      </Resulting>
      {label === null ? (
        <p className="soft small">
          Colour the map by a label in question 6 to see whether it agrees among neighbours.
        </p>
      ) : (
        <Resulting reading={agreement}>
          {value => <AgreementTable reduction={reduction} agreement={value} />}
        </Resulting>
      )}
    </>
  );
}

function verdictsOf({ k, trustworthiness, continuity, kept }: MapQuality): TabledVerdict[] {
  return [
    {
      name: 'trustworthiness',
      value: coefficient(trustworthiness),
      good: trustworthiness >= TRUE_ENOUGH,
      follows:
        trustworthiness >= TRUE_ENOUGH
          ? 'rows that are near on the map are near in the table'
          : 'many are near on the map alone',
      rule: `from ${coefficient(TRUE_ENOUGH)} on; ranks beyond the ${k} nearest, Venna and Kaski 2001`,
    },
    {
      name: 'continuity',
      value: coefficient(continuity),
      good: continuity >= TRUE_ENOUGH,
      follows:
        continuity >= TRUE_ENOUGH
          ? 'rows that are near in the table stay near on the map'
          : 'many neighbours are torn apart',
      rule: `from ${coefficient(TRUE_ENOUGH)} on; Venna and Kaski 2001`,
    },
    {
      name: 'neighbours kept',
      value: percent(kept, 1),
      good: null,
      follows: `of the ${k} nearest in the table are among the ${k} nearest on the map`,
      rule: 'no rule: fewer where the table has many dimensions',
    },
  ];
}

function AgreementTable({
  reduction,
  agreement,
}: {
  reduction: NeighboursReduction;
  agreement: MapAgreement;
}) {
  const { label, k, onMap, inTable } = agreement;
  const column = findColumn(useTable(), label);
  const nameOf = (code: number): string => (column?.kind === 'levels' ? column.levels[code]! : '');
  const lines = onMap.levels.map(({ code, rows, share }) => ({
    name: nameOf(code),
    rows,
    onMap: share,
    inTable: inTable.levels.find(level => level.code === code)!.share,
  }));
  const whole = { name: 'all', rows: onMap.rows, onMap: onMap.share, inTable: inTable.share };
  return (
    <div className={styles.agreement}>
      <div className={styles.headed}>
        <p>
          Of the {k} nearest, <strong>{percent(onMap.share, 1)}</strong> have a row’s own {label} on the map
          and <strong>{percent(inTable.share, 1)}</strong> in the table; dealt out anew it would be{' '}
          {percent(onMap.byChance, 1)}.
        </p>
        <TakeOutMenu
          label={`Agreement of ${label}`}
          fileStem={`${fileStem(reduction.name)}-agreement`}
          numbers={() => [
            [label, 'rows', 'on the map', 'in the table'],
            ...[whole, ...lines].map(line => [
              line.name,
              ...[line.rows, line.onMap, line.inTable].map(String),
            ]),
          ]}
        />
      </div>
      <table className={styles.table} aria-label={`Agreement of ${label} among neighbours`}>
        <thead>
          <tr>
            <th scope="col">{label}</th>
            <th scope="col">rows</th>
            <th scope="col">on the map</th>
            <th scope="col">in the table</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(line => (
            <tr key={line.name}>
              <th scope="row">{line.name}</th>
              <td className="number">{line.rows.toLocaleString('en')}</td>
              <td className="number">{percent(line.onMap, 1)}</td>
              <td className="number">{percent(line.inTable, 1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft small">
        {count(onMap.rows, 'row')} with a {label}. More on the map than in the table would be grouping that
        the map adds.
      </p>
    </div>
  );
}
