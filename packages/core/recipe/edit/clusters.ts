import type { Clustering } from '../../clusters/clusters';
import { distinctNames } from '../../table/distinctNames';
import type { Recipe } from '../schema';
import { withMadeColumn } from './columns';

/**
 * The recipe with clusters as a label of marked rows, and its name: what they are does not change with the reduction.
 *
 * @param rows of the table, in the order of the clustering
 */
export function withClusterLabel(
  recipe: Recipe,
  fileKey: string,
  rows: Uint32Array,
  { k, cluster }: Pick<Clustering, 'k' | 'cluster'>,
): { readonly recipe: Recipe; readonly label: string } {
  const names = recipe.columns.map(({ name }) => name);
  const label = distinctNames([`${k} clusters`], names)[0]!;
  const marks = Array.from({ length: k }, (_, c) => ({
    level: `cluster ${c + 1}`,
    rows: [...rows].filter((__, i) => cluster[i] === c).sort((a, b) => a - b),
  }));
  const how = { kind: 'marked' as const, of: fileKey, marks };
  return { recipe: withMadeColumn(recipe, { name: label, from: null, how }), label };
}
