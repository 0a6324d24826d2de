import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { useMemo, useState } from 'react';
import { againstLabel } from '@wold/core/clusters/againstLabel';
import { bestClustering, type Clustering, type Clusters } from '@wold/core/clusters/clusters';
import type { CrossTable } from '@wold/core/table/crossTable';
import { withClusterLabel } from '@wold/core/recipe/edit/clusters';
import { withMap } from '@wold/core/recipe/edit/reductions';
import type { Reduction } from '@wold/core/recipe/schema';
import type { LevelColumn } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { coefficient, percent } from '@wold/core/writeup/format';
import { MOST_MATCHED } from '@wold/core/clusters/partitions';
import { TRIED } from '@wold/core/clusters/tried';
import { ChoiceWord, NumberWord } from '../../controls/Word';
import { useClusters } from '../../results/stages';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import { Resulting } from '../Problem';
import { useSplit } from '../texts/useSplit';
import styles from './ClusterFinder.module.css';

/** Parts the rows into clusters, holds them against the colouring label, and makes a label of them. */
export function ClusterFinder({ reduction }: { reduction: Reduction }) {
  const [open, setOpen] = useState(false);
  if (!open) {
    return (
      <p className={styles.closed}>
        <Button className="small" onClick={() => setOpen(true)}>
          Find clusters
        </Button>
      </p>
    );
  }
  return <Finder reduction={reduction} onClose={() => setOpen(false)} />;
}

function Finder({ reduction, onClose }: { reduction: Reduction; onClose: () => void }) {
  const [by, setBy] = useState<'reduction' | 'measures'>('reduction');
  const [most, setMost] = useState<number>(TRIED.most);
  const [seed, setSeed] = useState<number>(TRIED.seed);
  const ofWords = useSplit() !== null;
  const found = useClusters(reduction, by, most, seed);
  return (
    <section className={styles.finder} aria-label="Clusters">
      <div className={styles.head}>
        <h2>Clusters</h2>
        <Button className="small" onClick={onClose}>
          Close
        </Button>
      </div>
      <p className={styles.sentence}>
        k-means on{' '}
        <ChoiceWord
          settles="What clusters are made of"
          value={by}
          choices={[
            {
              value: 'reduction' as const,
              name: `the retained dimensions of ${reduction.name}`,
              when: 'What the reduction kept: little noise, and what the map shows.',
            },
            ...(ofWords
              ? []
              : [
                  {
                    value: 'measures' as const,
                    name: 'the measures',
                    when: 'As they are prepared, whatever is reduced: nothing is lost, noise counts too.',
                  },
                ]),
          ]}
          onChoose={setBy}
        />
        , for 2 to{' '}
        <NumberWord
          settles="How many clusters are tried at most"
          value={most}
          least={2}
          most={MOST_MATCHED}
          why="Each number is tried from many starts; the one whose silhouette is largest parts best."
          onNumber={value => setMost(Math.round(value))}
        />{' '}
        clusters, seed{' '}
        <NumberWord
          settles="The seed of the starts"
          value={seed}
          least={0}
          most={999_999}
          why="The same seed gives the same clusters."
          onNumber={value => setSeed(Math.round(value))}
        />
        .
      </p>
      <Resulting reading={found}>
        {value => <Choice reduction={reduction} clusters={value} onDone={onClose} />}
      </Resulting>
    </section>
  );
}

interface ChoiceProps {
  readonly reduction: Reduction;
  readonly clusters: Clusters;
  readonly onDone: () => void;
}

function Choice({ reduction, clusters, onDone }: ChoiceProps) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const best = useMemo(() => bestClustering(clusters), [clusters]);
  const [wanted, setWanted] = useState<number | null>(null);
  const chosen = clusters.of.find(({ k }) => k === wanted) ?? best;
  const most = Math.max(0, best.silhouette);
  const colour = reduction.map.colour === null ? undefined : findColumn(table, reduction.map.colour);
  function label(): void {
    const made = withClusterLabel(recipe, table.fileKey, clusters.rows, chosen);
    edit(withMap(made.recipe, reduction, { colour: made.label, figure: null }), 'clusters');
    onDone();
  }
  return (
    <div className={styles.choice}>
      <p className="soft small">How well rows sit in their clusters, by their number:</p>
      <ul className={styles.numbers}>
        {clusters.of.map(({ k, silhouette, within }) => (
          <li key={k}>
            <Link
              component="button"
              type="button"
              aria-pressed={k === chosen.k}
              title={`${percent(within)} of the spread is left within clusters`}
              onClick={() => setWanted(k)}
            >
              <span>{k}</span>
              <span className={styles.bar}>
                <span style={{ width: `${(100 * Math.max(0, silhouette)) / (most || 1)}%` }} />
              </span>
              <span className={styles.figure}>{coefficient(silhouette)}</span>
            </Link>
          </li>
        ))}
      </ul>
      <p className="soft small">
        Silhouette (Rousseeuw 1987): 1 is apart, 0 is at the border. {best.k} clusters part best
        {most < WEAK && ', and weakly'}; {percent(chosen.within)} of the spread is left within {chosen.k}
        {chosen.ends === 1
          ? `, from each of ${chosen.starts} starts`
          : `, the least of ${chosen.ends} different ends of ${chosen.starts} starts, which ${chosen.reached} of them led to`}
        .
      </p>
      <Button className="small" onClick={label}>
        Make a label of the {chosen.k} clusters
      </Button>
      <p className="soft small">Their centres stand in “What sets groups apart” then, above the map.</p>
      {colour?.kind === 'levels' && <Against clusters={clusters} chosen={chosen} column={colour} />}
    </div>
  );
}

/** Clusters whose mean silhouette is below this are hardly any (Kaufman and Rousseeuw 1990). */
const WEAK = 0.25;
/** So many levels fit in a table beside the map. */
const MOST_LEVELS = 12;

interface AgainstProps {
  readonly clusters: Clusters;
  readonly chosen: Clustering;
  readonly column: LevelColumn;
}

/** The clusters against the levels of the label that colours the map. */
function Against({ clusters, chosen, column }: AgainstProps) {
  const { table, adjustedRand, match, share } = useMemo(
    () => againstLabel(clusters, chosen, column),
    [clusters, chosen, column],
  );
  return (
    <>
      <p className="small">
        Against {column.name}: adjusted Rand {coefficient(adjustedRand)}, {percent(share)} of the rows in the
        level that goes with their cluster.
      </p>
      {column.levels.length <= MOST_LEVELS && <Counts table={table} match={match} column={column} />}
    </>
  );
}

interface CountsProps {
  readonly table: CrossTable;
  readonly match: Int32Array;
  readonly column: LevelColumn;
}

/** Levels in the order of the clusters that they go with, then the others. */
function Counts({ table: { counts }, match, column }: CountsProps) {
  const levels = column.levels
    .flatMap((level, code) => {
      const cluster = match.indexOf(code);
      const place = cluster < 0 ? counts.length : cluster;
      return counts.some(line => line[code]! > 0) ? [{ level, code, place }] : [];
    })
    .sort((a, b) => a.place - b.place);
  return (
    <table className={styles.counts} aria-label={`Clusters against ${column.name}`}>
      <thead>
        <tr>
          <th scope="col">{column.name}</th>
          {counts.map((_, c) => (
            <th key={c} scope="col" aria-label={`cluster ${c + 1}`}>
              {c + 1}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {levels.map(({ level, code }) => (
          <tr key={code}>
            <th scope="row" title={level}>
              {level}
            </th>
            {counts.map((line, c) => (
              <td key={c} data-none={line[code] === 0}>
                {line[code] === 0 ? '·' : line[code]!.toLocaleString('en')}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
