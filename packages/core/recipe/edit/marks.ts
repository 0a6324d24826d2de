import { distinctNames } from '../../table/distinctNames';
import type { Recipe } from '../schema';
import { withMadeColumn } from './columns';

type Made = Recipe['made'][number];
type Marked = Extract<Made['how'], { kind: 'marked' }>;

/** Labels of rows that were marked by hand. */
export const markedLabels = (recipe: Recipe): Made[] =>
  recipe.made.filter(({ how }) => how.kind === 'marked');

interface Marking {
  /** Key of the file that the rows' places are those of. */
  readonly fileKey: string;
  readonly rows: readonly number[];
  readonly level: string;
  /** The label that they get a level of: of marked rows, of the file, or a new one. */
  readonly label: string;
}

/**
 * The recipe with rows that are a level of a label, and the name of that label. Of one that stands in the file a new one
 * is made, in which the other rows keep their levels.
 */
export function withMarkedRows(
  recipe: Recipe,
  { fileKey, rows, level, label }: Marking,
): { readonly recipe: Recipe; readonly label: string } {
  const known = recipe.made.find(({ name, how }) => name === label && how.kind === 'marked');
  const names = recipe.columns.map(({ name }) => name);
  const from = known?.from ?? (names.includes(label) && known === undefined ? label : null);
  const name =
    known?.name ?? distinctNames([from === null ? label : `${label}, marked`.slice(0, 80)], names)[0]!;
  const before =
    known !== undefined && (known.how as Marked).of === fileKey ? (known.how as Marked).marks : [];
  const own = new Set(rows);
  const others = before
    .map(mark => ({ ...mark, rows: mark.rows.filter(row => !own.has(row)) }))
    .map(mark =>
      mark.level === level ? { ...mark, rows: [...mark.rows, ...rows].sort((a, b) => a - b) } : mark,
    )
    .filter(mark => mark.rows.length > 0);
  const marks = others.some(mark => mark.level === level)
    ? others
    : [...others, { level, rows: [...rows].sort((a, b) => a - b) }];
  const how: Marked = { kind: 'marked', of: fileKey, marks };
  return { recipe: withMadeColumn(recipe, { name, from, how }), label: name };
}
