import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { useMemo, useState } from 'react';
import type { Recipe } from '@wold/core/recipe/schema';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Table } from '@wold/core/table/table';
import { fileStem } from '@wold/core/writeup/fileStem';
import { useRowWindow } from '../../controls/useRowWindow';
import { saveText } from '../../outputs/save';
import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useWholeColumns } from '../../results/stages';
import { useRecipe, useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { ColumnFilter, type Narrowing } from './ColumnFilter';
import { ColumnLine } from './ColumnLine';
import { columnFigures, compareFigures, figuresCsv, toldOfWhole, type FigureKey } from './columnFigures';
import { namePattern } from './namePattern';
import { RoleMenu } from './RoleMenu';
import { undecidedCodes } from './undecidedCodes';
import styles from './ColumnList.module.css';

const ROW_HEIGHT = 26;

interface ColumnListProps {
  readonly table: Table;
  readonly descriptions: readonly ColumnDescription[];
}

interface Sorting {
  readonly by: FigureKey | null;
  readonly down: boolean;
}

/** Every column in figures, sortable by each; constant and copied columns are pointed out. */
export function ColumnList({ table, descriptions }: ColumnListProps) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const recipe = useRecipe();
  const { columns: chosen } = useSelection();
  const [menu, setMenu] = useState<{ names: readonly string[]; anchor: HTMLElement } | null>(null);
  const { order, sorting, setSorting, narrowing, setNarrowing } = useListed(descriptions, recipe);
  const ofWhole = toldOfWhole(useWholeColumns().value);
  const save = () =>
    saveText(`${fileStem(table.name)}-columns.csv`, figuresCsv(descriptions, recipe, ofWhole), 'text/csv');
  const undecided = new Set(undecidedCodes(recipe, descriptions).map(column => column.name));
  const names = order.map(index => descriptions[index]!.name);
  const { scroller, lines, above, below } = useRowWindow(order.length, ROW_HEIGHT);
  return (
    <>
      <ColumnFilter
        narrowing={narrowing}
        onNarrow={setNarrowing}
        left={names.length}
        onRoles={anchor => setMenu({ names, anchor })}
        onSelect={() => dispatch(selected({ columns: names }))}
      />
      <div
        ref={scroller}
        className={styles.scroller}
        tabIndex={0}
        role="region"
        aria-label="Columns in figures"
      >
        <table className={styles.list} aria-rowcount={order.length + 1}>
          <Head sorting={sorting} onSort={setSorting} onSave={save} />
          <tbody>
            {above > 0 && <tr style={{ height: above }} aria-hidden="true" />}
            {lines.map(line => {
              const index = order[line.index]!;
              const { name } = descriptions[index]!;
              return (
                <ColumnLine
                  key={name}
                  description={descriptions[index]!}
                  said={recipe.columns[index]!}
                  place={line.index}
                  chosen={chosen.includes(name)}
                  undecided={undecided.has(name)}
                  shortName={shortName}
                  onSelect={() => dispatch(selected({ columns: [name] }))}
                  onRoles={anchor => setMenu({ names: chosen.includes(name) ? chosen : [name], anchor })}
                />
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

/** Which columns are left and how they are sorted, as one has it. */
function useListed(descriptions: readonly ColumnDescription[], { columns }: Recipe) {
  const [sorting, setSorting] = useState<Sorting>({ by: null, down: true });
  const [narrowing, setNarrowing] = useState<Narrowing>({ pattern: '', type: 'any' });
  const order = useMemo(
    () => listed(descriptions, columns, narrowing, sorting),
    [descriptions, columns, narrowing, sorting],
  );
  return { order, sorting, setSorting, narrowing, setNarrowing };
}

/** The columns that are left, in their order. */
function listed(
  descriptions: readonly ColumnDescription[],
  columns: Recipe['columns'],
  { pattern, type }: Narrowing,
  { by, down }: Sorting,
): number[] {
  const matches = namePattern(pattern);
  const indices = [...descriptions.keys()].filter(index => {
    const description = descriptions[index]!;
    const typed = columns[index]?.type ?? description.type.type;
    return matches(description.name, columns[index]?.wording) && (type === 'any' || typed === type);
  });
  if (by === null) return indices;
  return indices.sort((a, b) => compareFigures(descriptions[a]!, descriptions[b]!, by, down) || a - b);
}

interface HeadProps {
  readonly sorting: Sorting;
  readonly onSort: (sorting: Sorting) => void;
  readonly onSave: () => void;
}

function Head({ sorting, onSort, onSave }: HeadProps) {
  const ofWhole = toldOfWhole(useWholeColumns().value);
  return (
    <thead>
      <tr>
        <th scope="col">
          column · <Button onClick={onSave}>as CSV</Button>
        </th>
        <th scope="col">type</th>
        <th scope="col">role</th>
        {columnFigures.map(({ key, name, title }) => {
          const sorted = sorting.by === key;
          return (
            <th
              key={key}
              scope="col"
              aria-sort={sorted ? (sorting.down ? 'descending' : 'ascending') : 'none'}
            >
              <Link
                component="button"
                type="button"
                title={title}
                onClick={() => onSort({ by: key, down: sorted ? !sorting.down : true })}
              >
                {name}
                {sorted ? (sorting.down ? ' ↓' : ' ↑') : ''}
              </Link>
              {ofWhole !== null && !ofWhole.has(key) && <span className={styles.ofSample}> sample</span>}
            </th>
          );
        })}
      </tr>
    </thead>
  );
}
