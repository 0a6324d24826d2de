import Button from '@mui/material/Button';
import { withLeftOut } from '@wold/core/recipe/edit/writeup';
import type { Numbered } from '@wold/core/report/edited';
import { printTableRows } from '@wold/core/report/markdown';
import { fileStem } from '@wold/core/writeup/fileStem';
import type { PrintTable } from '@wold/core/writeup/printTable';
import { TakeOutMenu } from '../../outputs/TakeOutMenu';
import { useEdit, useRecipe } from '../../store/useStudy';
import styles from './Writeup.module.css';

/** A table as it goes to print. */
export function PrintedTable({ table: { number, of } }: { table: Numbered<PrintTable> }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const words = new Set(of.words);
  const row = ({ name, wording = '', cells }: PrintTable['lines'][number]) => (
    <tr key={name}>
      <th scope="row">
        {name}
        {wording !== '' && <span className="soft">: {wording}</span>}
      </th>
      {cells.map(({ text, small = false }, at) => (
        <td key={at} data-small={small} data-words={words.has(at)}>
          {text}
        </td>
      ))}
    </tr>
  );
  return (
    <div className={styles.printed}>
      <div className={styles.tableTools}>
        <Button className="small" onClick={() => edit(withLeftOut(recipe, of.key, true), `table ${of.key}`)}>
          Leave out
        </Button>
        <TakeOutMenu
          label={`Table ${number}`}
          fileStem={`table-${number}-${fileStem(of.title)}`}
          numbers={() => printTableRows(of)}
        />
      </div>
      <div className={styles.wide} tabIndex={0} role="region" aria-label={`Table ${number}, scrollable`}>
        <table>
          <caption>
            <strong>Table {number}</strong>
            <em>{of.title}</em>
          </caption>
          <thead>
            <tr>
              {of.head.map((head, at) => (
                <th key={at} scope="col" data-words={at === 0 || words.has(at - 1)}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>{of.lines.map(row)}</tbody>
          {of.foot !== undefined && <tfoot>{of.foot.map(row)}</tfoot>}
        </table>
      </div>
      {of.note !== '' && (
        <p className="small">
          <em>Note.</em> {of.note}
        </p>
      )}
    </div>
  );
}
