import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { changedVerdicts, congruences, sideBySide, type DoneTable } from '@wold/core/recipe/sideBySide';
import { csv } from '@wold/core/writeup/csv';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, percent } from '@wold/core/writeup/format';
import { saveText } from '../outputs/save';
import { useTable } from '../store/TableContext';
import { useRecipe, useStudy } from '../store/useStudy';
import { useDoneTables } from './useDoneTables';
import styles from '../scenes/ScenesDialog.module.css';

interface SeveralTablesProps {
  readonly files: readonly File[];
  readonly onClose: () => void;
}

/** The study's recipe on several tables, each held against the study's own. */
export function SeveralTables({ files, onClose }: SeveralTablesProps) {
  const study = useStudy();
  const done = useDoneTables(useTable(), useRecipe(), files);
  const [first] = done;
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="several-title">
      <div className={styles.dialog}>
        <h2 id="several-title">Other tables by this recipe</h2>
        <p>
          {Math.max(0, done.length - 1)} of {count(files.length, 'table')} done, each held against the study’s
          own: Tucker’s congruence of each dimension with the one most like it, over the measures that both
          have.
        </p>
        <div className={styles.scroller} tabIndex={0} role="region" aria-label="Tables side by side">
          <table className={styles.table} aria-label="Tables by this recipe">
            <thead>
              <tr>
                <th scope="col">table</th>
                <th scope="col">reduction</th>
                <th scope="col">rows</th>
                <th scope="col">dimensions</th>
                <th scope="col">held</th>
                <th scope="col">congruence</th>
                <th scope="col">judged otherwise</th>
              </tr>
            </thead>
            <tbody>
              {done.map(table => (
                <TableLines key={table.name} first={first!} table={table} />
              ))}
            </tbody>
          </table>
        </div>
        <div className={styles.buttons}>
          <Button
            disabled={done.length <= files.length}
            onClick={() =>
              saveText(`${fileStem(study.name)}-side-by-side.csv`, csv(sideBySide(done)), 'text/csv')
            }
          >
            Take it out as CSV
          </Button>
          <Button variant="outlined" onClick={onClose}>
            Close
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

function TableLines({ first, table }: { readonly first: DoneTable; readonly table: DoneTable }) {
  const own = first === table;
  if (table.problem !== null) {
    return (
      <tr>
        <th scope="row">{table.name}</th>
        <td colSpan={6}>{table.problem}</td>
      </tr>
    );
  }
  const changed = own ? [] : changedVerdicts(first, table);
  return table.reductions.map((reduction, at) => {
    const alike = own ? [] : congruences(first.reductions[at]?.structure ?? null, reduction.structure);
    return (
      <tr key={reduction.name}>
        <th scope="row">
          {at === 0 ? table.name : <span className="unseen">{table.name}</span>}
          {at === 0 && table.setAside.length > 0 && (
            <span className="soft small"> without {table.setAside.join(', ')}</span>
          )}
        </th>
        <td>{reduction.name}</td>
        {reduction.problem !== null ? (
          <td colSpan={5}>{reduction.problem}</td>
        ) : (
          <>
            <td>{table.rows.toLocaleString('en')}</td>
            <td>{reduction.dimensions.length}</td>
            <td>{reduction.share === null ? '–' : percent(reduction.share)}</td>
            <td>{own ? 'the study’s own' : alike.map(({ value }) => coefficient(value)).join(' ') || '–'}</td>
            <td>{at === 0 && (own ? '' : changed.join('; ') || 'nothing')}</td>
          </>
        )}
      </tr>
    );
  });
}
