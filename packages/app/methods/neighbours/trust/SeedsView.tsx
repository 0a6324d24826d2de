import type { OtherSeeds } from '@wold/core/methods/neighbours/judged/otherSeeds';
import { findColumn } from '@wold/core/table/table';
import { fileStem } from '@wold/core/writeup/fileStem';
import { percent, shortName } from '@wold/core/writeup/format';
import { rowName } from '../../../lens/rowName';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Figures } from '../../../readings/Figures';
import { Resulting } from '../../../readings/Problem';
import { useTable } from '../../../store/TableContext';
import { useRecipe } from '../../../store/useStudy';
import { useLabelInHand, useNeighbourMap, useOtherSeeds, type NeighboursReduction } from '../results';
import { HOLDS } from '../sheet/GroupsThatHold';
import { rankedRows } from './rankedRows';
import { WorstRows } from './WorstRows';
import styles from './TruenessReading.module.css';

/** What hangs on the seed: the same map by five others, laid over it. */
export function SeedsView({ reduction }: { reduction: NeighboursReduction }) {
  const seeds = useOtherSeeds(reduction);
  return <Resulting reading={seeds}>{value => <SeedsFound reduction={reduction} value={value} />}</Resulting>;
}

interface SeedsFoundProps {
  readonly reduction: NeighboursReduction;
  readonly value: OtherSeeds;
}

function SeedsFound({ reduction, value }: SeedsFoundProps) {
  const table = useTable();
  const recipe = useRecipe();
  const { value: map } = useNeighbourMap(reduction);
  const { seeds, k, moves, median, ninth, kept } = value;
  const rows = map?.rows ?? new Uint32Array(0);
  const moved = rankedRows(rows, moves, false);
  // What single numbers leave of no move at all.
  const still = median < 1e-3 && kept > 0.999;
  return (
    <>
      <div className={styles.headed}>
        <p className={styles.words}>
          {still
            ? `The seeds ${seeds[0]} to ${seeds.at(-1)} give the same map: it starts from what the table has, and draws nothing. Let the others start anywhere, in the sentence above, to see what hangs on that.`
            : `Maps by the seeds ${seeds.join(', ')}, each turned, mirrored and scaled over this one (Gower 1975). Where a row moves by more than a few times the distance to its ${k} nearest, its place is the seed’s.`}
        </p>
        <TakeOutMenu
          label="Rows by other seeds"
          fileStem={`${fileStem(reduction.name)}-seeds`}
          numbers={() => [
            ['row', `moves, in mean distances to its ${k} nearest`],
            ...moved.map(({ row, value: by }) => [rowName(table, recipe, row), String(by)]),
          ]}
        />
      </div>
      <Figures
        figures={[
          {
            value: `${median.toFixed(1)} ×`,
            of: `half of the rows move by less, in distances to their ${k} nearest`,
          },
          { value: `${ninth.toFixed(1)} ×`, of: 'nine of ten rows do' },
          { value: percent(kept), of: `of the ${k} nearest are so by another seed too` },
        ]}
      />
      <div className={styles.beside}>
        <GroupsBySeed reduction={reduction} value={value} />
        {!still && <WorstRows label="Rows that move most" figure="moves" rows={moved} write="times" />}
      </div>
    </>
  );
}

/** Whether the rows of each level stay together on every map. */
function GroupsBySeed({ reduction, value: { groups, k, seeds } }: SeedsFoundProps) {
  const label = useLabelInHand(reduction);
  const column = findColumn(useTable(), label ?? '');
  if (column?.kind !== 'levels' || groups.length === 0) return null;
  const name = (code: number): string => column.levels[code] ?? '';
  const together = groups.filter(({ first, least }) => Math.min(first, least) >= HOLDS);
  return (
    <div>
      <p>
        <strong>
          {together.length} of {groups.length}
        </strong>{' '}
        groups of {label} stay together by all {seeds.length + 1} seeds.
      </p>
      <table className={styles.table} aria-label="Groups by other seeds">
        <thead>
          <tr>
            <th scope="col">{label}</th>
            <th scope="col">on this map</th>
            <th scope="col">least of the others</th>
            <th scope="col">stays together</th>
          </tr>
        </thead>
        <tbody>
          {[...groups]
            .sort((a, b) => a.least - b.least)
            .map(({ code, first, least }) => (
              <tr key={code}>
                <th scope="row" title={name(code)}>
                  {shortName(name(code), 26)}
                </th>
                <td className="number">{percent(first)}</td>
                <td className="number">{percent(least)}</td>
                <td>{Math.min(first, least) >= HOLDS ? 'in all' : 'no'}</td>
              </tr>
            ))}
        </tbody>
      </table>
      <p className="soft small">
        Of the {k} nearest of its rows, those that are of it; from {percent(HOLDS)} on a group is together.
      </p>
    </div>
  );
}
