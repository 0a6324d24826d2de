import type { Recipe } from '@wold/core/recipe/schema';
import type { Role } from '@wold/core/table/role';
import { missingCount } from '@wold/core/table/column';
import type { Table } from '@wold/core/table/table';

export interface TableSummary {
  readonly rows: number;
  readonly columns: number;
  readonly roles: Readonly<Record<Role, number>>;
  /** Missing entries, and their share of all. */
  readonly missing: number;
  readonly missingShare: number;
}

/** What the table has, by role. */
export function summarise(table: Table, recipe: Recipe): TableSummary {
  const roles = { measure: 0, label: 0, identity: 0, text: 0, weight: 0, aside: 0 };
  for (const { role } of recipe.columns) roles[role]++;
  const missing = table.columns.reduce((sum, column) => sum + missingCount(column), 0);
  const cells = table.rows * table.columns.length;
  return { rows: table.rows, columns: table.columns.length, roles, missing, missingShare: missing / cells };
}
