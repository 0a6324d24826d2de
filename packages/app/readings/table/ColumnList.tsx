import { useMemo, useState } from 'react';
import type { ColumnDescription, Remark } from '@wold/core/table/describe';
import { COLUMN_TYPES, type ColumnType } from '@wold/core/table/columnType';
import type { Table } from '@wold/core/table/table';
import { count, figure, fixed, percent } from '../../charts/format';
import { useRowWindow } from '../../controls/useRowWindow';
import { TYPE_NAMES } from '../../lens/ColumnSheet';
import { saveText } from '../../outputs/save';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useRecipe, useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { columnFigures, compareFigures, figuresCsv, type FigureKey } from './columnFigures';
import { namePattern } from './namePattern';
import { undecidedCodes } from './undecidedCodes';
import { RoleMenu } from './RoleMenu';
import form from '../../theme/form.module.css';
import styles from './ColumnList.module.css';
import type { ShortName } from '../../charts/namesApart';

const ROW_HEIGHT = 26;

interface ColumnListProps {
  readonly table: Table;
  readonly descriptions: readonly ColumnDescription[];
}

/** Every column in figures, sortable by each; constant and copied columns are pointed out. */
export function ColumnList({ table, descriptions }: ColumnListProps) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const recipe = useRecipe();
  const { columns: chosen } = useSelection();
  const [sort, setSort] = useState<{ by: FigureKey | null; down: boolean }>({ by: null, down: true });
  const [menu, setMenu] = useState<{ names: readonly string[]; anchor: HTMLElement } | null>(null);
  const [pattern, setPattern] = useState('');
  const [type, setType] = useState<ColumnType | 'any'>('any');
  const order = useMemo(() => {
    const matches = namePattern(pattern);
    const indices = [...descriptions.keys()].filter(index => {
      const description = descriptions[index]!;
      const typed = recipe.columns[index]?.type ?? description.type.type;
      return matches(description.name, recipe.columns[index]?.wording) && (type === 'any' || typed === type);
    });
    const by = sort.by;
    if (by === null) return indices;
    return indices.sort((a, b) => compareFigures(descriptions[a]!, descriptions[b]!, by, sort.down) || a - b);
  }, [descriptions, sort, pattern, type, recipe.columns]);
  const undecided = new Set(undecidedCodes(recipe, descriptions).map(column => column.name));
  const names = order.map(index => descriptions[index]!.name);
  const { scroller, lines, above, below } = useRowWindow(order.length, ROW_HEIGHT);
  return (
    <>
      <div className={`${form.form} ${styles.narrow}`}>
        <div className={form.line}>
          <label>
            named{' '}
            <input
              value={pattern}
              placeholder="any name; * stands for anything"
              size={30}
              onChange={event => setPattern(event.target.value)}
            />
          </label>
          <label>
            of type{' '}
            <select value={type} onChange={event => setType(event.target.value as ColumnType | 'any')}>
              <option value="any">any</option>
              {COLUMN_TYPES.map(other => (
                <option key={other} value={other}>
                  {TYPE_NAMES[other]}
                </option>
              ))}
            </select>
          </label>
          <span className="soft">{count(order.length, 'column')}</span>
          <button
            type="button"
            className="action"
            aria-haspopup="menu"
            disabled={names.length === 0}
            onClick={event => setMenu({ names, anchor: event.currentTarget })}
          >
            Role of {names.length === 1 ? 'it' : `all ${names.length.toLocaleString('en')}`}
          </button>
          <button
            type="button"
            className="action"
            disabled={names.length === 0}
            onClick={() => dispatch(selected({ columns: names }))}
          >
            Select
          </button>
        </div>
      </div>
      <div
        ref={scroller}
        className={styles.scroller}
        tabIndex={0}
        role="region"
        aria-label="Columns in figures"
      >
        <table className={styles.list} aria-rowcount={order.length + 1}>
          <thead>
            <tr>
              <th scope="col">
                column ·{' '}
                <button
                  type="button"
                  className="action"
                  onClick={() =>
                    saveText(
                      `${fileStem(table.name)}-columns.csv`,
                      figuresCsv(descriptions, recipe),
                      'text/csv',
                    )
                  }
                >
                  as CSV
                </button>
              </th>
              <th scope="col">type</th>
              <th scope="col">role</th>
              {columnFigures.map(({ key, name, title }) => (
                <th
                  key={key}
                  scope="col"
                  aria-sort={sort.by === key ? (sort.down ? 'descending' : 'ascending') : 'none'}
                >
                  <button
                    type="button"
                    title={title}
                    onClick={() => setSort({ by: key, down: sort.by === key ? !sort.down : true })}
                  >
                    {name}
                    {sort.by === key ? (sort.down ? ' ↓' : ' ↑') : ''}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {above > 0 && <tr style={{ height: above }} aria-hidden="true" />}
            {lines.map(line => {
              const index = order[line.index]!;
              const description = descriptions[index]!;
              const { name, remark } = description;
              const role = recipe.columns[index]!.role;
              return (
                <tr key={name} aria-rowindex={line.index + 2} data-chosen={chosen.includes(name)}>
                  <th scope="row">
                    <button
                      type="button"
                      title={name}
                      onClick={() => dispatch(selected({ columns: [name] }))}
                    >
                      {shortName(name, 24)}
                    </button>
                    {remark !== null && (
                      <span className={styles.remark}>{remarkWords(remark, shortName)}</span>
                    )}
                    {undecided.has(name) && <span className={styles.remark}>missing codes?</span>}
                    {isBeyond(description, recipe.columns[index]!.scale) && (
                      <span className={styles.impossible}>beyond its scale</span>
                    )}
                  </th>
                  <td title={description.type.reason}>
                    {TYPE_NAMES[recipe.columns[index]!.type ?? description.type.type]}
                  </td>
                  <td>
                    <button
                      type="button"
                      className="action"
                      aria-haspopup="menu"
                      aria-label={`Role of ${name}: ${role}`}
                      onClick={event =>
                        setMenu({
                          names: chosen.includes(name) ? chosen : [name],
                          anchor: event.currentTarget,
                        })
                      }
                    >
                      {role}
                    </button>
                  </td>
                  {columnFigures.map(({ key, of }) => {
                    const value = of(description);
                    const shown = key === 'skewness' || key === 'kurtosis' ? fixed : figure;
                    return <td key={key}>{value === null ? '' : shown(value, shown === fixed ? 2 : 4)}</td>;
                  })}
                </tr>
              );
            })}
            {below > 0 && <tr style={{ height: below }} aria-hidden="true" />}
          </tbody>
        </table>
        {menu !== null && <RoleMenu names={menu.names} anchor={menu.anchor} onClose={() => setMenu(null)} />}
      </div>
    </>
  );
}

function remarkWords(remark: Remark, shortName: ShortName): string {
  if (remark.kind === 'constant') return 'constant';
  if (remark.kind === 'near-constant') return `${percent(remark.share)} the same`;
  return `same as ${shortName(remark.of, 20)}`;
}

/** Whether a column has an entry that its scale does not. */
function isBeyond(
  description: ColumnDescription,
  scale: { readonly least: number; readonly most: number } | undefined,
): boolean {
  if (scale === undefined || description.kind !== 'number') return false;
  return description.least < scale.least || description.most > scale.most;
}
