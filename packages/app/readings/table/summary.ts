import type { WholeColumn } from '@wold/core/engines/wholeColumn';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Role } from '@wold/core/table/role';
import { missingCount } from '@wold/core/table/column';
import { ownTable } from '@wold/core/table/newRows';
import type { Table } from '@wold/core/table/table';

export interface TableSummary {
  /** The table's own. */
  readonly rows: number;
  /** Rows that were brought only to be placed. */
  readonly brought: number;
  readonly columns: number;
  readonly roles: Readonly<Record<Role, number>>;
  /** Missing entries, and their share of all. */
  readonly missing: number;
  readonly missingShare: number;
}

/** What the table has, by role; of a whole table in its engine where that is told. */
export function summarise(
  all: Table,
  recipe: Recipe,
  whole: readonly WholeColumn[] | null = null,
): TableSummary {
  const table = ownTable(all);
  const roles = { measure: 0, label: 0, identity: 0, text: 0, weight: 0, aside: 0 };
  for (const { role } of recipe.columns) roles[role]++;
  const [first] = whole ?? [];
  const rows = first === undefined ? table.rows : first.present + first.missing;
  const missing =
    first === undefined
      ? table.columns.reduce((sum, column) => sum + missingCount(column), 0)
      : whole!.reduce((sum, column) => sum + column.missing, 0);
  const cells = rows * table.columns.length;
  return {
    rows,
    brought: all.rows - table.rows,
    columns: table.columns.length,
    roles,
    missing,
    missingShare: missing / cells,
  };
}

/** How many columns are set aside, but for some. */
export const asideBy = (recipe: Recipe, but: readonly string[]): number =>
  recipe.columns.filter(({ name, role }) => role === 'aside' && !but.includes(name)).length;
